import { LINEAR, parseEasing, type Easing } from '../curves/index.ts';
import {
  AT_REST,
  framedKeys,
  tracksOf,
  type FramedKey,
  type Section,
  type Tracks,
  type ValueKey,
} from '../motion/index.ts';
import type {
  Parameter,
  PhraseKey,
  PhraseSection,
  PhraseSettings,
  Size,
  Span,
} from '../plan/index.ts';
import { shakeKeys } from './shake-keys.ts';

/** The sections of a phrase in frames, and what its keys are counted with. */
export interface PhraseFrames {
  readonly in: number;
  readonly hold: number;
  readonly out: number;
}

/** How long things are in frames of the film. */
export interface Lengths {
  readonly lengthOf: (span: Span) => number;
  readonly secondFrames: number;
  readonly beatFrames: number;
}

/**
 * The frames on which a phrase begins, is at its peak, leaves it and is home, counted from its
 * start. Home is the first frame after it. One that ends at its peak is there on its last frame.
 */
export function marksOf({ in: into, hold, out }: PhraseFrames) {
  const total = into + hold + out;
  const peak = hold + out === 0 ? Math.max(0, into - 1) : into;
  const leave = out === 0 ? Math.max(peak, total - 1) : into + hold;
  return { peak, leave, home: total };
}

/** The sections of a phrase as sections of a motion, counted from its start. */
export function phraseSections(frames: PhraseFrames): Readonly<Record<PhraseSection, Section>> {
  const { peak, leave, home } = marksOf(frames);
  return {
    in: { near: peak, step: -1, reach: peak },
    hold: { near: peak, step: 1, reach: leave - peak },
    out: { near: leave, step: 1, reach: frames.out === 0 ? 0 : home - leave },
  };
}

/** Keys of which the last on a frame counts. */
function onFrames(keys: readonly ValueKey[]): ValueKey[] {
  return [...new Map(keys.map((key) => [key.at, key])).values()];
}

/** From rest to a value, there for the hold, and home. */
function held(
  frames: PhraseFrames,
  { rest, peak: value }: { rest: number; peak: number },
  { easeIn, easeOut }: { easeIn: Easing; easeOut: Easing },
): ValueKey[] {
  const { peak, leave, home } = marksOf(frames);
  return onFrames([
    ...(frames.in > 0 && peak > 0 ? [{ at: 0, value: rest, ease: easeIn }] : []),
    { at: peak, value, ease: LINEAR },
    { at: leave, value, ease: easeOut },
    ...(frames.out > 0 ? [{ at: home, value: rest, ease: LINEAR }] : []),
  ]);
}

/**
 * A value in the middle of the ways in and out, where the picture is fastest, and none at their
 * ends; for the whole of a phrase that has no ways.
 */
function onTheWay(frames: PhraseFrames, value: number): ValueKey[] {
  const { peak, leave, home } = marksOf(frames);
  if (frames.in + frames.out === 0) return [{ at: 0, value, ease: LINEAR }];
  const slow = parseEasing('ease-in-out');
  const way = (from: number, to: number): ValueKey[] =>
    to - from < 2
      ? []
      : [
          { at: from, value: 0, ease: slow },
          { at: Math.round((from + to) / 2), value, ease: slow },
          { at: to, value: 0, ease: LINEAR },
        ];
  return onFrames([...way(0, frames.in > 0 ? peak : 0), ...way(leave, home)]);
}

/** Parameters that a phrase holds at its peak. */
const HELD = [
  'scale',
  'x',
  'y',
  'rotation',
  'depth',
  'flash',
  'dip',
  'exposure',
  'contrast',
  'saturation',
] as const satisfies readonly Parameter[];

/** The keys of a phrase of own keys on their frames, counted from its start. */
export const ownPhraseKeys = (
  { keys }: Pick<PhraseSettings, 'keys'>,
  frames: PhraseFrames,
  lengthOf: (span: Span) => number,
): Partial<Record<Parameter, readonly FramedKey<PhraseKey>[]>> =>
  framedKeys<PhraseSection, PhraseKey>(keys, phraseSections(frames), lengthOf);

/** The tracks of a phrase, in frames counted from its start. */
export function phraseTracks(
  settings: PhraseSettings,
  frames: PhraseFrames,
  { lengthOf, secondFrames, beatFrames }: Lengths,
  size: Size,
): Tracks {
  if (settings.kind === 'own') return tracksOf(ownPhraseKeys(settings, frames, lengthOf));
  const eases = { easeIn: parseEasing(settings.easeIn), easeOut: parseEasing(settings.easeOut) };
  const found: Partial<Record<Parameter, readonly ValueKey[]>> = {};
  for (const of of HELD)
    if (settings[of] !== AT_REST[of])
      found[of] = held(frames, { rest: AT_REST[of], peak: settings[of] }, eases);
  for (const of of ['blur', 'radial'] as const) {
    if (settings[of] === 0) continue;
    const keys =
      settings.kind === 'look'
        ? held(frames, { rest: 0, peak: settings[of] }, eases)
        : onTheWay(frames, settings[of]);
    if (keys.length > 0) found[of] = keys;
  }
  if (!settings.shake) return found;
  const last = frames.in + frames.hold + frames.out;
  const aspect = size.width / size.height;
  return { ...found, ...shakeKeys(settings.shake, { last, secondFrames, beatFrames }, aspect) };
}
