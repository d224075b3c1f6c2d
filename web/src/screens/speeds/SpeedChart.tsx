import { useState, type PointerEvent } from 'react';
import { speedAt } from '@caesura/core/curves';
import { keysOn, slowestCleanSpeed, type Film, type ShotFacts } from '@caesura/core/film';
import type { Ramp } from '@caesura/core/plan';
import { ordered, placeOf, toSpeed } from '@caesura/core/ramps';
import { percent, rateLabel, toNumber } from '@caesura/core/time';
import { Dot } from '../../components/Dot.tsx';
import { drag, type Dragged } from '../../components/drag.ts';
import { linesOn, snappedSpeed, speedAxis, yOf } from '../../components/log-speed.ts';
import { everyFrames, filmX, type Scales } from './scales.ts';
import { useSpeedEdit } from './use-held-edit.ts';

/** Pixels within which a dragged key meets a cue. */
const NEAR = 6;

/** A key that is dragged, and where it has got to. */
interface Held {
  readonly place: number;
  readonly at: number;
  readonly speed: number;
}

/** Speeds of a shot over its frames, on a logarithmic axis, with its keys to drag. */
export function SpeedChart({
  film,
  facts,
  ramp,
  scales,
  onFrame,
}: {
  film: Film;
  facts: ShotFacts;
  ramp: Ramp;
  scales: Scales;
  /** Told the frame of the shot that was pressed. */
  onFrame: (k: number) => void;
}) {
  const edit = useSpeedEdit();
  const [held, setHeld] = useState<Held | null>(null);
  const { length, index, clip, start } = facts;
  const keys = ordered(ramp, length).map((key, place) => {
    const own = { place, at: placeOf(key, length), speed: key.speed.num / key.speed.den };
    return { ...own, key, ...(held?.place === place && held) };
  });
  const shown = keysOn(
    keys.map(({ key, at, speed }) => {
      const { num, den } = toSpeed(speed);
      return { ...key, from: 'start', at, speed: { num, den } };
    }),
    length,
  );
  const places = Math.min(600, Math.max(60, length * 4));
  const speeds = Array.from({ length: places + 1 }, (_, i) =>
    speedAt(shown, Math.min(length - 1e-6, (i * length) / places)),
  );
  const neighbours = [
    { at: 0, facts: film.shots[index - 1], of: (s: ShotFacts) => s.length, name: 'before' },
    { at: length, facts: film.shots[index + 1], of: () => 0, name: 'after' },
  ].flatMap(({ at, facts: beside, of, name }) =>
    beside?.time ? [{ at, name, speed: speedAt(beside.time.curve, of(beside) - 1e-6) }] : [],
  );
  const axis = speedAxis(
    [...speeds, ...keys.map(({ speed }) => speed), ...neighbours.map(({ speed }) => speed)],
    scales.chart,
  );
  const clean = clip ? toNumber(slowestCleanSpeed(clip.rate, film.plan.rate)) : null;
  const cues = film.cues.filter(({ frame }) => frame > start && frame < facts.end);
  const every = everyFrames(scales, 6);
  const hold = (place: number) => (press: PointerEvent) => {
    const box = (press.currentTarget as Element).closest('svg')!.getBoundingClientRect();
    const whereTo = (at: Dragged): Held => {
      const x = at.x - box.left;
      const cue = cues.find(({ frame }) => Math.abs(filmX(scales, frame - start) - x) < NEAR);
      const k = cue ? cue.frame - start : Math.round((x / scales.width) * length);
      return {
        place,
        at: Math.min(length, Math.max(0, k)),
        speed: snappedSpeed(axis, at.y - box.top),
      };
    };
    drag(
      press,
      (at) => setHeld(at && whereTo(at)),
      (at) => {
        const to = whereTo(at);
        edit('moveRampKey', index, place, { at: to.at, speed: toSpeed(to.speed) });
      },
    );
  };
  const path = speeds
    .map((speed, i) => `${i === 0 ? 'M' : 'L'}${(i * scales.width) / places} ${yOf(axis, speed)}`)
    .join('');
  const cleanY = clean === null ? scales.chart : yOf(axis, clean);
  return (
    <div className="speed-chart" style={{ height: scales.chart }}>
      <div className="speed-axis figures" aria-hidden="true">
        {linesOn(axis).map((line) => (
          <span key={line} style={{ top: yOf(axis, line / 100) }}>
            {line} %
          </span>
        ))}
      </div>
      <svg
        width={scales.width}
        height={scales.chart}
        role="img"
        aria-label={`Speeds of shot ${index + 1}`}
        onPointerDown={(press) => {
          const box = press.currentTarget.getBoundingClientRect();
          onFrame(Math.floor(((press.clientX - box.left) / box.width) * length));
        }}
      >
        {clean !== null && cleanY < scales.chart - 1 && (
          <rect
            className="repeat-zone"
            x={0}
            y={cleanY}
            width={scales.width}
            height={scales.chart - cleanY}
          />
        )}
        {linesOn(axis).map((line) => (
          <line
            key={line}
            className={`speed-rule${line === 100 ? ' is-normal' : ''}`}
            x1={0}
            x2={scales.width}
            y1={yOf(axis, line / 100)}
            y2={yOf(axis, line / 100)}
          />
        ))}
        {clip && clean !== null && cleanY < scales.chart - 12 && (
          <text className="repeat-words" x={scales.width - 4} y={scales.chart - 5}>
            below {percent(clean)} frames repeat: {rateLabel(clip.rate)} fps in a film of{' '}
            {rateLabel(film.plan.rate)}
          </text>
        )}
        {neighbours.map(({ at, name, speed }) => (
          <line
            key={name}
            className="neighbour-speed"
            x1={at === 0 ? 0 : scales.width - 16}
            x2={at === 0 ? 16 : scales.width}
            y1={yOf(axis, speed)}
            y2={yOf(axis, speed)}
          >
            <title>
              {percent(speed)} in the shot {name}
            </title>
          </line>
        ))}
        <path className="speed-path" d={path} />
        {facts.time &&
          Array.from({ length: Math.ceil(length / every) }, (_, i) => i * every).map((k) => (
            <circle
              key={k}
              className="frame-dot"
              cx={filmX(scales, k)}
              cy={yOf(axis, speedAt(shown, k))}
              r={1.6}
            />
          ))}
        {keys.map(({ place, at, speed }) => (
          <g key={place}>
            <Dot x={filmX(scales, at)} y={yOf(axis, speed)} size={11} filled onHold={hold(place)}>
              <title>
                frame {start + at}, {percent(speed)}: drag in time and in speed
              </title>
            </Dot>
            {speed <= 0 && held?.place !== place && (
              <text className="back-words" x={filmX(scales, at)} y={yOf(axis, speed) - 10}>
                {speed === 0 ? 'stands' : `back ${percent(-speed)}`}
              </text>
            )}
            {held?.place === place && (
              <text className="held-words" x={filmX(scales, at)} y={yOf(axis, speed) - 10}>
                {start + at} · {percent(speed)}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}
