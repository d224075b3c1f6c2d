import type { ReactNode } from 'react';
import { speedAt } from '@caesura/core/curves';
import type { SpeedQuestion } from '@caesura/core/edits';
import { strideOf, type Film, type ShotFacts } from '@caesura/core/film';
import { toSpeed } from '@caesura/core/ramps';
import { sourceFrames, toNumber } from '@caesura/core/time';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { keepAsked, KeepFields, type KeepFigures } from './KeepFields.tsx';
import { SourceField } from './SourceField.tsx';

/** What can be asked, in the words it is chosen by. */
export const ASKS = {
  play: 'play a stretch',
  land: 'land moments',
  keep: 'change a figure',
  fill: 'fill it exactly',
  freeze: 'freeze here',
  stutter: 'stutter here',
  reverse: 'play it backwards',
} as const;
export type Ask = keyof typeof ASKS;

/** All that the questions are asked with; kept while another is looked at. */
export interface Asked {
  readonly from: number;
  readonly to: number;
  readonly percent: number;
  readonly eased: number;
  readonly landings: readonly { readonly moment: number; readonly frame: number }[];
  readonly keep: KeepFigures;
  /** Frames that a freeze lasts. */
  readonly frames: number;
  /** Frames that a stutter shows again, and how often in all. */
  readonly repeat: number;
  readonly times: number;
}

/**
 * Usual speed between two moments and frames of easing, frames of a freeze, and of a stutter how
 * many and how often; common practice, no source.
 */
const [USUAL_PERCENT, USUAL_EASED] = [400, 10];
const [USUAL_FREEZE, USUAL_REPEAT, USUAL_TIMES] = [12, 4, 3];

/**
 * What the questions are asked with at a position: what was typed, and the rest from what the shot
 * has, so that there is an answer.
 */
export function askedOf(
  { clip, time, length, start }: ShotFacts,
  film: Film,
  { typed, at }: { readonly typed: Partial<Asked>; readonly at: number },
): Asked {
  const [one, other] = (clip?.moments ?? []).map((moment) => moment.at as number);
  const last = clip ? clip.frames - 1 : 0;
  const [low, high] = [time?.at(0) ?? 0, Math.min(last, time?.at(length - 1) ?? 0)];
  const inside = one !== undefined && one >= low && one < high;
  const from = typed.from ?? (inside ? one : Math.round(low + (high - low) / 4));
  const to = typed.to ?? (inside && other !== undefined && other > from ? other : high);
  const percent = typed.percent ?? USUAL_PERCENT;
  const times = typed.times ?? USUAL_TIMES;
  const left = length - hereIn({ start, length }, at);
  const stride = clip ? toNumber(strideOf(clip.rate, film.plan.rate)) : 1;
  // Under both easings the speed is half-way between that before and the one asked.
  const now = time ? Math.abs(speedAt(time.curve, 0)) : 1;
  const room = Math.floor((to - from) / (stride * (now + percent / 100)));
  return {
    ...{ from, to, percent, eased: Math.max(0, Math.min(USUAL_EASED, room - 1)) },
    keep: {},
    frames: Math.min(USUAL_FREEZE, Math.max(1, left - 1)),
    repeat: Math.min(USUAL_REPEAT, Math.max(1, Math.floor(left / times))),
    times,
    landings: [{ moment: from, frame: start }],
    ...typed,
  };
}

/** Frames from the start of a shot to a position, or to the end of it that is nearer. */
const hereIn = ({ start, length }: Pick<ShotFacts, 'start' | 'length'>, at: number): number =>
  Math.min(length - 1, Math.max(0, at - start));

/** The question that is asked. */
export function questionOf(ask: Ask, asked: Asked, facts: ShotFacts, at: number): SpeedQuestion {
  const [from, to] = [sourceFrames(asked.from), sourceFrames(asked.to)];
  const here = hereIn(facts, at);
  switch (ask) {
    case 'play':
      return { ask, from, to, speed: toSpeed(asked.percent / 100), eased: asked.eased };
    case 'land':
      return {
        ask,
        on: asked.landings.map(({ moment, frame }) => ({
          moment: sourceFrames(moment),
          after: frame - facts.start,
        })),
      };
    case 'keep':
      return { ask, ...keepAsked(facts, asked.keep) };
    case 'fill':
      return { ask, from: { in: from, out: to } };
    case 'freeze':
      return { ask, at: here, frames: asked.frames };
    case 'stutter':
      return { ask, at: here, frames: asked.repeat, times: asked.times };
    case 'reverse':
      return { ask };
  }
}

/** Moments and the frames on which they are to land, up to four of them. */
function LandFields({ film, facts, asked, set }: FieldsProps) {
  const { clip, start, end, time } = facts;
  if (!clip || !time) return null;
  const cues = [
    ...new Map(
      film.cues
        .filter(({ frame }) => frame >= start && frame < end)
        .map(({ frame, kind, bar, beat }) => [
          frame,
          `${kind}, bar ${bar ?? '–'} beat ${beat ?? '–'}`,
        ]),
    ),
  ];
  const change = (i: number, to: Partial<Asked['landings'][number]>) =>
    set({ landings: asked.landings.map((own, j) => (j === i ? { ...own, ...to } : own)) });
  return (
    <>
      {asked.landings.map(({ moment, frame }, i) => (
        <div key={i} className="land-fields">
          <SourceField
            label={`Moment ${i + 1}`}
            clip={clip}
            value={moment}
            here={null}
            onChoose={(to) => change(i, { moment: to })}
          />
          <WholeField
            label={`On frame ${i + 1}`}
            value={frame}
            least={start}
            most={end}
            also={frame === end ? 'the cut' : undefined}
            onCommit={(to) => {
              change(i, { frame: to });
              return true;
            }}
          />
          <select
            aria-label={`Cue ${i + 1}`}
            className="form-select form-select-sm"
            value=""
            onChange={(event) => change(i, { frame: Number(event.target.value) })}
          >
            <option value="">cue…</option>
            {cues.map(([at, words]) => (
              <option key={at} value={at}>
                {at}, {words}
              </option>
            ))}
            <option value={end}>{end}, the cut after it</option>
          </select>
        </div>
      ))}
      <div className="buttons">
        {asked.landings.length < 4 && (
          <button
            type="button"
            className="btn btn-link btn-sm"
            onClick={() =>
              set({
                landings: [
                  ...asked.landings,
                  { moment: asked.to, frame: Math.min(end, start + 24) },
                ],
              })
            }
          >
            Another moment
          </button>
        )}
        {asked.landings.length > 1 && (
          <button
            type="button"
            className="btn btn-link btn-sm"
            onClick={() => set({ landings: asked.landings.slice(0, -1) })}
          >
            One less
          </button>
        )}
      </div>
    </>
  );
}

interface FieldsProps {
  readonly film: Film;
  readonly facts: ShotFacts;
  readonly asked: Asked;
  readonly set: (to: Partial<Asked>) => void;
}

/** What a question is asked with. */
export function QuestionFields({
  ask,
  here,
  ...props
}: FieldsProps & {
  readonly ask: Ask;
  /** The source frame at the position; null outside the shot. */
  readonly here: number | null;
}): ReactNode {
  const { facts, asked, set } = props;
  const { clip } = facts;
  if (!clip) return null;
  const whole = (
    label: string,
    value: number,
    name: 'eased' | 'frames' | 'repeat' | 'times',
    most = 10_000,
  ) => (
    <WholeField
      label={label}
      value={value}
      least={name === 'eased' ? 0 : 1}
      most={most}
      also={name === 'times' ? undefined : 'f'}
      onCommit={(to) => {
        set({ [name]: to });
        return true;
      }}
    />
  );
  const source = (label: string, name: 'from' | 'to') => (
    <SourceField
      label={label}
      clip={clip}
      value={asked[name]}
      here={here}
      onChoose={(to) => set({ [name]: to })}
    />
  );
  switch (ask) {
    case 'play':
      return (
        <>
          {source('From source', 'from')}
          {source('To source', 'to')}
          <NumberField
            label="At"
            value={asked.percent}
            unit="%"
            least={1}
            most={10_000}
            by={10}
            onCommit={(percent) => {
              set({ percent });
              return true;
            }}
          />
          {whole('Eased over', asked.eased, 'eased', 1000)}
        </>
      );
    case 'land':
      return <LandFields {...props} />;
    case 'keep':
      return <KeepFields {...{ facts }} keep={asked.keep} set={(keep) => set({ keep })} />;
    case 'fill':
      return (
        <>
          {source('From source', 'from')}
          {source('Up to source', 'to')}
        </>
      );
    case 'freeze':
      return whole('For', asked.frames, 'frames');
    case 'stutter':
      return (
        <>
          {whole('Repeat', asked.repeat, 'repeat', 100)}
          {whole('Times in all', asked.times, 'times', 100)}
        </>
      );
    case 'reverse':
      return null;
  }
}
