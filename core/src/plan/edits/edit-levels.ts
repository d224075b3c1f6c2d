import { CaesuraError, samples, type GivenSamples } from '../../time/index.ts';
import {
  USUAL_DUCKING,
  type Ducking,
  type LevelKey,
  type LoudnessAim,
  type Mute,
  type Plan,
} from '../index.ts';
import { soundOf, withSound } from './edit-sounds.ts';

/** Refuses a level that is absurd. */
function checkLevel(level: number): void {
  if (!(level >= -90 && level <= 24))
    throw new CaesuraError(
      'bad-level',
      'A level lies between −90 and 24 dB.',
      'Give one between them.',
    );
}

/** Refuses a sample that is not in a file of so many. */
function checkInside(at: GivenSamples, length: GivenSamples): void {
  if (!(at >= 0 && at <= length))
    throw new CaesuraError('bad-level', 'That is not in the sound.', 'Choose a time inside it.');
}

const inOrder = (keys: readonly LevelKey[]): LevelKey[] => keys.toSorted((a, b) => a.at - b.at);

/**
 * Sets the level of a sound at a sample of its file, in decibels beside its own; one that is there
 * already is changed. Throws when it is not in the file or absurd.
 */
export function setLevelKey(plan: Plan, id: string, at: GivenSamples, level: number): Plan {
  checkLevel(level);
  checkInside(at, soundOf(plan, id).analysis.length);
  return withSound(plan, id, (sound) => ({
    ...sound,
    levels: inOrder([
      ...sound.levels.filter((key) => key.at !== at),
      { at: samples(Math.round(at)), level },
    ]),
  }));
}

/**
 * Moves a level key of a sound to another sample and level, in place of what is there. Throws when
 * there is none, or when it would not be in the file.
 */
export function moveLevelKey(
  plan: Plan,
  id: string,
  from: GivenSamples,
  { at, level }: { readonly at: GivenSamples; readonly level: number },
): Plan {
  if (!soundOf(plan, id).levels.some((key) => key.at === from))
    throw new CaesuraError('no-level', 'There is no level set there.', 'Choose another.');
  const without = withSound(plan, id, (sound) => ({
    ...sound,
    levels: sound.levels.filter((key) => key.at !== from),
  }));
  return setLevelKey(without, id, at, level);
}

/** Takes level keys of a sound out, by their samples. */
export const removeLevelKeys = (plan: Plan, id: string, at: readonly GivenSamples[]): Plan =>
  withSound(plan, id, (sound) => ({
    ...sound,
    levels: sound.levels.filter((key) => !at.includes(key.at)),
  }));

/** Muted stretches as few as hold them: those that touch are one. */
function united(mutes: readonly Mute[]): Mute[] {
  const out: Mute[] = [];
  for (const { from, to } of mutes.toSorted((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && from <= last.to)
      out[out.length - 1] = { ...last, to: samples(Math.max(last.to, to)) };
    else out.push({ from, to });
  }
  return out;
}

/**
 * Lets a stretch of a sound be silent. Samples of its file, from the first up to the last. Throws
 * when it is empty or not in the file.
 */
export function muteSound(
  plan: Plan,
  id: string,
  { from, to }: { readonly from: GivenSamples; readonly to: GivenSamples },
): Plan {
  const { length } = soundOf(plan, id).analysis;
  if (!(from >= 0 && from < to && to <= length))
    throw new CaesuraError(
      'bad-mute',
      'A muted stretch must start before it ends, within the sound.',
      'Choose another stretch.',
    );
  const added = { from: samples(Math.round(from)), to: samples(Math.round(to)) };
  return withSound(plan, id, (sound) => ({ ...sound, mutes: united([...sound.mutes, added]) }));
}

/** Lets what is muted from a sample on be heard again. */
export const unmuteSound = (plan: Plan, id: string, from: GivenSamples): Plan =>
  withSound(plan, id, (sound) => ({
    ...sound,
    mutes: sound.mutes.filter((mute) => mute.from !== from),
  }));

/**
 * Changes how the music goes down under speech, from what is usual where it did not; null for not
 * at all. Throws when a figure is absurd.
 */
export function setDucking(plan: Plan, change: Partial<Ducking> | null): Plan {
  if (change === null) return { ...plan, ducking: null };
  const ducking = { ...(plan.ducking ?? USUAL_DUCKING), ...change };
  const lasting = [ducking.attack, ducking.hold, ducking.release];
  if (!(ducking.depth >= 0 && ducking.depth <= 60 && lasting.every((s) => s >= 0 && s <= 10)))
    throw new CaesuraError(
      'bad-ducking',
      'Music goes down by 0 to 60 dB, over 0 to 10 seconds.',
      'Give figures between them.',
    );
  return { ...plan, ducking };
}

/**
 * Chooses how loud the whole film is to be; null for open. Throws when that is absurd.
 */
export function aimLoudness(plan: Plan, aim: LoudnessAim | null): Plan {
  if (
    aim &&
    !(aim.loudness >= -60 && aim.loudness <= 0 && aim.truePeak >= -20 && aim.truePeak <= 0)
  )
    throw new CaesuraError(
      'bad-loudness',
      'A film has −60 to 0 LUFS, and a true peak of −20 to 0 dB.',
      'Give figures between them.',
    );
  return { ...plan, loudness: aim };
}
