import { handlesOf, type Handle } from '../../joins/index.ts';
import { filmOf, rampOf, soundsOf, type ShotFacts } from '../../film/index.ts';
import { PARAMETER_UNITS } from '../../motion/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { EffectFacts } from '../../sound/index.ts';
import {
  formatTimecode,
  frames,
  nearestFrame,
  percent,
  plural,
  rateLabel,
  rational,
  toNumber,
  type Frames,
} from '../../time/index.ts';
import { effectsAt, fallsOn } from '../cut-words.ts';
import { ownSoundWords } from '../own-sound-events.ts';
import type { HandoffFormat } from '../format.ts';
import { joinWords } from '../join-words.ts';
import { betweenWords, framingWords, phraseWords, steadyWords } from '../picture-words.ts';
import { motionKeys, type MotionKeyRow } from '../motion-keys.ts';
import { scoredFilm, type ScoredFilm } from '../scored.ts';
import { page, table, type Cell } from './markup.ts';

const figures = (text: string | number): Cell => ({ text, figures: true });
const words = (text: string): Cell => ({ text });

const SHOTS = [
  'Shot',
  'Starts',
  'Frames',
  'Falls on',
  'Clip',
  'Source from',
  'to',
  'Speed',
  'Join at its start',
  'Handle ahead',
  'behind',
  'Sound',
  'Picture',
  'Phrases',
];

/** A handle in frames of the source: what is needed of what is there, and what is missing. */
const handleWords = (handle: Handle | null | undefined): string =>
  !handle || handle.needed === 0
    ? ''
    : `${handle.needed} of ${handle.there}${handle.spare < 0 ? `, ${-handle.spare} missing` : ''}`;

/** The speed of a shot, or between which speeds it goes. */
function speedWords(plan: Plan, { shot, speed }: ShotFacts): string {
  const ramp = rampOf(plan, shot);
  if (!ramp) return percent(toNumber(speed));
  const speeds = ramp.map((key) => toNumber(key.speed));
  return `${percent(Math.min(...speeds))} to ${percent(Math.max(...speeds))}`;
}

function shotRow(
  plan: Plan,
  film: ScoredFilm,
  facts: ShotFacts,
  timecode: (frame: number) => string,
): Cell[] {
  const { joins, effects } = film;
  const steadied = steadyWords(facts);
  const own = ownSoundWords(facts);
  const { index, start, length, clip, sourceIn, sourceOut } = facts;
  const [into, next] = [joins[index - 1], joins[index]];
  return [
    figures(index + 1),
    figures(timecode(start)),
    figures(length),
    words(fallsOn(facts)),
    words(clip ? `${clip.name}, ${rateLabel(clip.rate)} fps` : 'no clip'),
    figures(clip ? sourceIn : ''),
    figures(clip ? sourceOut : ''),
    figures(clip ? speedWords(plan, facts) : ''),
    words(into ? joinWords(into) : ''),
    figures(handleWords(into && handlesOf(into).in)),
    figures(handleWords(next && handlesOf(next).out)),
    words(
      [own && `own sound ${own}`, ...effectsAt(facts, effects).map(({ effect }) => effect.name)]
        .filter(Boolean)
        .join(', '),
    ),
    words(
      [framingWords(facts), steadied && `steadied ${steadied}`, betweenWords(facts)]
        .filter(Boolean)
        .join(', '),
    ),
    words(phraseWords(film, facts)),
  ];
}

const KEYS = [
  'Of',
  'Is',
  'Side',
  'Frame',
  'Timecode',
  'Clip frame',
  'Parameter',
  'Value',
  'Easing to the next',
  'Aim',
  'Shutter',
  'Edges',
];

function keyRow(row: MotionKeyRow, timecode: (frame: number) => string): Cell[] {
  const { at, name, side, frame, clipFrame, of, value, easing, look } = row;
  const unit = PARAMETER_UNITS[of];
  return [
    words(at),
    words(name),
    words(side ?? ''),
    figures(frame),
    figures(timecode(frame)),
    figures(clipFrame ?? ''),
    words(unit.name),
    figures(`${value} ${unit.unit}`.trim()),
    words(easing),
    figures(`${percent(look.aim.x)} ${percent(look.aim.y)}`),
    figures(`${look.shutter}°`),
    words(look.fill),
  ];
}

const EFFECTS = ['Effect', 'Is', 'From', 'Peaks on', 'To', 'Speed', 'Semitones', 'Level', 'File'];
const KINDS = { hit: 'on a cut', riser: 'rising', bed: 'under the film' } as const;

function effectRow(
  { placement, effect, starts, peaks, ends, rate, semitones, gain }: EffectFacts,
  nearest: (at: number) => string,
): Cell[] {
  const bed = placement.kind === 'bed';
  return [
    words(effect.name),
    words(KINDS[placement.kind]),
    figures(nearest(starts)),
    figures(bed ? '' : nearest(peaks)),
    figures(nearest(ends)),
    figures(percent(rate)),
    figures(semitones.toFixed(1).replace('-', '−')),
    figures(`${gain.toFixed(1).replace('-', '−')} dB`),
    words(effect.fileName),
  ];
}

/**
 * The cut sheet as a page to print: what stands where, shot by shot, then the keys, the
 * effects and the remarks.
 */
export const printSheet: HandoffFormat = {
  id: 'html',
  name: 'Sheet to print',
  purpose: 'Shots, joins, handles, keys, effects and notes on paper, or as a page to send.',
  extension: 'html',
  mediaType: 'text/html',
  write: (plan) => {
    const film = scoredFilm(plan);
    const { shots, effects } = film;
    const { rate, dropFrame, start, size, score } = plan;
    const timecode = (frame: number) =>
      start + frame < 0 ? '' : formatTimecode(frames(start + frame), rate, dropFrame);
    const nearest = (at: number) =>
      timecode(Math.max(0, nearestFrame(rational(Math.round(at * 1e6), 1e6), rate)));
    const length: Frames = score!.length;
    const counting = `${rateLabel(rate)} fps${dropFrame ? ' drop-frame' : ''}`;
    return page(
      plan.name,
      [
        ...(plan.client ? [plan.client] : []),
        `${counting} · ${size.width} × ${size.height} · ${formatTimecode(length, rate, dropFrame)} (${plural(length, 'frame')}) from ${timecode(0)} · ${plural(shots.length, 'shot')}`,
        ...soundsOf(plan).map(({ fileName, place }) => `${fileName} from ${timecode(place)}`),
        'Source frames count from 0, “to” is the frame after the last one. Handles are source frames needed of those that are there. Times of effects are to the nearest frame.',
      ],
      [
        table(
          'Shots',
          SHOTS,
          shots.map((facts) => shotRow(plan, film, facts, timecode)),
        ),
        table(
          'Keys of joins and phrases',
          KEYS,
          motionKeys(filmOf(plan)).map((row) => keyRow(row, timecode)),
        ),
        table(
          'Effects',
          EFFECTS,
          effects.toSorted((a, b) => a.starts - b.starts).map((facts) => effectRow(facts, nearest)),
        ),
        table(
          'Notes',
          ['At', 'Note'],
          plan.notes.map(({ frame, text }) => [figures(timecode(frame)), words(text)]),
        ),
      ],
    );
  },
};
