import { useRef, useState, type PointerEvent } from 'react';
import { partsOf, type Plan, type Sound } from '@caesura/core/plan';
import { anchorOn, landingOf, soundsOf, wholeFilm, type Film, type Line } from '@caesura/core/film';
import type { EffectFacts } from '@caesura/core/sound';
import { frames, instantOfFrame, seconds, toNumber } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useOutline } from '../../app/use-media.ts';
import { Hairpin } from '../../components/Hairpin.tsx';
import { drag } from '../../components/drag.ts';
import { OwnSoundMarks } from '../../components/OwnSoundMarks.tsx';
import { percentOn, rangeOn } from '../../components/place.ts';
import { placeWords } from '../../components/place-words.ts';
import { Wave } from '../../components/Wave.tsx';
import { ClosePictures } from './ClosePictures.tsx';
import type { SoundItem } from './items.ts';
import { LevelCurve } from './LevelCurve.tsx';

/** The wave of a sound over a stretch of the film, part by part. */
function SoundWave({ plan, sound, line }: { plan: Plan; sound: Sound; line: Line }) {
  const outline = useOutline(sound.outline);
  if (!outline) return null;
  const { sampleRate } = sound.analysis;
  const place = toNumber(instantOfFrame(sound.place, plan.rate));
  return partsOf(sound).map(({ from, to, before }) => {
    const start = place + before / sampleRate;
    const end = start + (to - from) / sampleRate;
    const [left, right] = [Math.max(line.from, start), Math.min(line.to, end)];
    if (left >= right) return null;
    const offset = from / sampleRate - start;
    return (
      <div
        key={before}
        className="wave-part"
        style={{
          left: `${percentOn(line, left)}%`,
          width: `${(100 * (right - left)) / line.span}%`,
        }}
      >
        <Wave
          outline={outline}
          line={{ ...line, from: seconds(left), to: seconds(right), span: seconds(right - left) }}
          offset={offset}
        />
      </div>
    );
  });
}

/** The instants of an effect that can be dragged, each with where it lies. */
function ties({ placement, at, other }: EffectFacts): { tie: Tie; frame: number }[] {
  const main = placement.kind === 'bed' ? 'from' : 'at';
  const second = placement.kind === 'riser' ? 'from' : 'to';
  return [
    { tie: main, frame: at.frame },
    ...(other ? [{ tie: second, frame: other.frame } as const] : []),
  ];
}
type Tie = keyof typeof TIE_NAMES;

const TIE_NAMES = { at: 'Where it peaks', from: 'Where it begins', to: 'Where it ends' } as const;

/** One effect under the music: its wave as it sounds there, its hairpin, its level, its ends. */
function EffectRow({
  facts,
  line,
  chosen,
  onDrag,
}: {
  facts: EffectFacts;
  line: Line;
  chosen: boolean;
  onDrag: (press: PointerEvent, frame: number, drop: (frame: number) => void) => void;
}) {
  const edit = useEdit();
  const { effect, placement, rate, peaks, gain, starts, ends } = facts;
  const plan = usePlan();
  const outline = useOutline(effect.outline);
  const { measure, sampleRate } = effect;
  // A bed begins with its first audible sample; all others lie by their peak.
  const first = placement.reversed ? measure.to : measure.from;
  const [sample, at] = placement.kind === 'bed' ? [first, starts] : [measure.peak, peaks];
  const [from, to] = [Math.max(line.from, starts), Math.min(line.to, ends)];
  const seen = rangeOn(line, from, to);
  const inFile = (t: number) => seconds(sample / sampleRate + (t - at) * rate);
  return (
    <div className={`effect-row${chosen ? ' is-chosen' : ''}${placement.off ? ' is-out' : ''}`}>
      {outline && seen && (
        <div
          className={`effect-sound${placement.reversed ? ' is-reversed' : ''}`}
          style={{ left: `${seen.left}%`, width: `${seen.width}%` }}
        >
          <Wave
            outline={outline}
            line={{
              ...line,
              from: inFile(placement.reversed ? 2 * at - to : from),
              to: inFile(placement.reversed ? 2 * at - from : to),
              span: seconds((to - from) * rate),
            }}
            offset={0}
          />
        </div>
      )}
      <Hairpin facts={facts} line={line} />
      {ties(facts).map(({ tie, frame }) => {
        const time = toNumber(instantOfFrame(frame, plan.rate));
        return time < line.from || time > line.to ? null : (
          <i
            key={tie}
            className="effect-tie"
            style={{ left: `${percentOn(line, time)}%` }}
            title={`${TIE_NAMES[tie]}, frame ${frame}: drag it`}
            onPointerDown={(press) =>
              onDrag(press, frame, (dropped) =>
                edit('changeEffect', placement.id, {
                  [tie]: anchorOn(plan, frames(dropped), 'cut'),
                }),
              )
            }
          />
        );
      })}
      <span className="effect-name">
        {effect.name} <b className="figures">{signed(gain, 1)} dB</b>
      </span>
    </div>
  );
}

/** Pixels within which what is dragged falls on a cut, a beat or what is heard. */
const NEAR = 7;

/** The frame that is meant by a place: that of a cut, a beat or a cue near it, else its own. */
function frameMeant(film: Film, frame: number, reach: number): number {
  const places = [...film.joins, ...film.beats, ...film.cues, ...film.standing];
  const nearest = places.reduce<number | null>(
    (best, { frame: other }) =>
      best === null || Math.abs(other - frame) < Math.abs(best - frame) ? other : best,
    null,
  );
  return nearest !== null && Math.abs(nearest - frame) <= reach ? nearest : Math.round(frame);
}

/**
 * A stretch of the film close up: the pictures and how fast they go, the music with its level, the
 * cuts through it, further music and voice, own sound, and every effect that is heard there, whose
 * ends can be dragged.
 */
export function CutClose({ film, line, item }: { film: Film; line: Line; item: SoundItem }) {
  const { plan, effects, joins } = film;
  const rows = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  const here = effects
    .filter(({ starts, ends }) => ends > line.from && starts < line.to)
    .toSorted((a, b) => a.peaks - b.peaks);
  const heard = new Set(
    film.audioEvents
      .filter(({ starts, ends }) => ends > line.from && starts < line.to)
      .map(({ id }) => id),
  );
  const sounding = soundsOf(plan).filter(({ id }) => heard.has(id));
  const onDrag = (press: PointerEvent, frame: number, drop: (frame: number) => void) => {
    const box = rows.current!.getBoundingClientRect();
    const perPixel = (line.span / box.width) * toNumber(plan.rate);
    const end = wholeFilm(plan).to;
    const meant = (byX: number) =>
      Math.min(end, Math.max(0, frameMeant(film, frame + byX * perPixel, NEAR * perPixel)));
    drag(
      press,
      (to) => setDragged(to && meant(to.byX)),
      ({ byX }) => drop(meant(byX)),
    );
  };
  const place = dragged === null ? null : landingOf(frames(dragged), film.cues, plan);
  const name = item.join ? `Sound at cut ${item.join.cut}` : `Sound at frame ${item.frame}`;
  return (
    <div className="cut-close" role="group" aria-label={name} ref={rows}>
      <ClosePictures film={film} line={line} />
      {sounding.map((sound, i) => (
        <div key={sound.id} className="close-music">
          <SoundWave plan={plan} sound={sound} line={line} />
          {i === 0 &&
            film.beats
              .map(({ at }) => toNumber(at))
              .filter((at) => at > line.from && at < line.to)
              .map((at) => (
                <i key={at} className="close-beat" style={{ left: `${percentOn(line, at)}%` }} />
              ))}
          <LevelCurve film={film} sound={sound} line={line} />
          {sounding.length > 1 && <span className="close-name">{sound.fileName}</span>}
        </div>
      ))}
      <div className="close-own">
        <OwnSoundMarks plan={plan} line={line} />
      </div>
      {here.map((facts) => (
        <EffectRow
          key={facts.placement.id}
          facts={facts}
          line={line}
          chosen={item.effects.includes(facts)}
          onDrag={onDrag}
        />
      ))}
      {here.length === 0 && <p className="close-none">No effect is heard here.</p>}
      {joins.map(({ cut, frame }) => {
        const at = timeOf(frame);
        return at <= line.from || at >= line.to ? null : (
          <i
            key={frame}
            className={`close-cut${cut === item.join?.cut ? ' is-open' : ''}`}
            style={{ left: `${percentOn(line, at)}%` }}
          >
            <b className="figures">{cut}</b>
          </i>
        );
      })}
      {dragged !== null && (
        <i className="close-drag" style={{ left: `${percentOn(line, timeOf(dragged))}%` }}>
          <b className="figures">
            {dragged} {place ? placeWords(place) : ''}
          </b>
        </i>
      )}
    </div>
  );
}
