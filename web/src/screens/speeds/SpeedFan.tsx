import { useState, type PointerEvent } from 'react';
import type { Film, ShotFacts } from '@caesura/core/film';
import type { SourceFrames } from '@caesura/core/time';
import { drag, type Dragged } from '../../components/drag.ts';
import { MOMENT_KINDS } from '../../components/moment-kinds.ts';
import { everyFrames, filmX, sourceX, type Scales } from './scales.ts';
import { useAsk } from './use-ask.ts';

/** Pixels between lines, and within which a dragged moment meets a cue. */
const [APART, NEAR] = [13, 9];

/** A moment of the clip and the frame of the shot on which it is first shown. */
interface Pin {
  readonly moment: SourceFrames;
  readonly name: string;
  readonly k: number | null;
}

/** Width of a letter of a name. */
const LETTER = 6.2;

/** The moments whose names do not lie over the one before. */
function withRoom(pins: readonly Pin[], scales: Scales): ReadonlySet<number> {
  let end = -Infinity;
  const shown = pins
    .toSorted((a, b) => a.moment - b.moment)
    .filter(({ moment, name }) => {
      const half = (name.length * LETTER) / 2;
      const x = sourceX(scales, moment);
      if (x - half < end) return false;
      end = x + half;
      return true;
    });
  return new Set(shown.map(({ moment }) => moment));
}

/** The frame of a shot on which it has come to a source frame; null where it does not. */
function shownOn({ time, length }: ShotFacts, moment: number): number | null {
  if (!time) return null;
  for (let k = 0; k < length; k++) {
    if (time.at(k) === moment) return k;
    if (k > 0 && time.at(k - 1) < moment && time.at(k) > moment) return k;
  }
  return null;
}

/**
 * Lines from frames of the film to the source frames that they show: where they lie close together
 * below, the shot is slow. Moments of the clip are pins whose upper ends are dragged onto cues.
 */
export function SpeedFan({
  film,
  facts,
  scales,
}: {
  film: Film;
  facts: ShotFacts;
  scales: Scales;
}) {
  const ask = useAsk(film.plan, facts.index);
  const [held, setHeld] = useState<{ readonly moment: number; readonly k: number } | null>(null);
  const { clip, time, length, start } = facts;
  if (!clip || !time) return null;
  const every = everyFrames(scales, APART);
  const lines = Array.from({ length: Math.floor((length - 1) / every) + 1 }, (_, i) => i * every);
  const pins = clip.moments
    .filter(({ at }) => at >= scales.from && at <= scales.to)
    .map(({ at, kind }): Pin => ({
      ...{ moment: at, name: MOMENT_KINDS[kind].name },
      k: held?.moment === at ? held.k : shownOn(facts, at),
    }));
  const named = withRoom(pins, scales);
  const hold = (moment: SourceFrames) => (press: PointerEvent) => {
    const box = (press.currentTarget as Element).closest('svg')!.getBoundingClientRect();
    const frameAt = (at: Dragged): number => {
      const x = at.x - box.left;
      const cue = film.cues.find(
        ({ frame }) =>
          frame >= start && frame < facts.end && Math.abs(filmX(scales, frame - start) - x) < NEAR,
      );
      const k = cue ? cue.frame - start : Math.round((x / scales.width) * length);
      return Math.min(length - 1, Math.max(0, k));
    };
    drag(
      press,
      (at) => setHeld(at && { moment, k: frameAt(at) }),
      (at) => void ask({ ask: 'land', on: [{ moment, after: frameAt(at) }] }),
    );
  };
  return (
    <svg
      className="speed-fan"
      width={scales.width}
      height={scales.fan + 22}
      role="img"
      aria-label="From frames of the film to source frames"
    >
      {lines.map((k) => (
        <line
          key={k}
          x1={filmX(scales, k)}
          x2={sourceX(scales, time.at(k))}
          y1={0}
          y2={scales.fan}
        />
      ))}
      <line className="fan-edge" x1={0} x2={scales.width} y1={0.5} y2={0.5} />
      <line className="fan-edge" x1={0} x2={scales.width} y1={scales.fan} y2={scales.fan} />
      {pins.map(({ moment, name, k }) => (
        <g key={moment} className="fan-pin">
          {k !== null && (
            <>
              <line x1={filmX(scales, k)} x2={sourceX(scales, moment)} y1={0} y2={scales.fan} />
              <rect
                className="pin-head"
                x={filmX(scales, k) - 4}
                y={0}
                width={8}
                height={13}
                onPointerDown={hold(moment)}
              >
                <title>
                  {name}, source {moment}, on frame {start + k}: drag it onto a cue
                </title>
              </rect>
            </>
          )}
          <path
            d={`M${sourceX(scales, moment)} ${scales.fan}l-5 8h10z`}
            onPointerDown={k === null ? hold(moment) : undefined}
          />
          {named.has(moment) && (
            <text x={sourceX(scales, moment)} y={scales.fan + 19}>
              {name}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
