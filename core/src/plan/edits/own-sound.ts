import { filmOf, shotFactsAt, soundsOf } from '../../film/index.ts';
import { duckingOf, ownLevels, UNDER_MUSIC, type OwnLevel } from '../../sound/index.ts';
import { CaesuraError, type GivenFrames, type ShotIndex } from '../../time/index.ts';
import type { ClipSound, Pitch, Plan, Shot, ShotSound, SoundRule } from '../index.ts';

/** A change of how shots are heard; null takes back what was said. */
export interface SoundChange {
  readonly on?: boolean | null;
  readonly gain?: number | null;
  readonly fadeIn?: GivenFrames | null;
  readonly fadeOut?: GivenFrames | null;
  readonly lead?: GivenFrames | null;
  readonly lag?: GivenFrames | null;
  readonly pitch?: Pitch | null;
}

/** What is said of a shot's sound after a change; undefined where nothing is. */
function changed(sound: ShotSound | undefined, change: SoundChange): ShotSound | undefined {
  const all = Object.entries({ ...sound, ...change }).filter(
    ([, value]) => value !== null && value !== undefined,
  );
  return all.length > 0 ? (Object.fromEntries(all) as ShotSound) : undefined;
}

const withSound = ({ sound: _before, ...rest }: Shot, sound: ShotSound | undefined): Shot =>
  sound ? { ...rest, sound } : rest;

/**
 * Changes how the own sound of shots is heard. Throws when there is no such shot, or when none of
 * them has a sound.
 */
export function soundShots(plan: Plan, indices: readonly ShotIndex[], change: SoundChange): Plan {
  const sounding = new Set(indices.filter((index) => shotFactsAt(plan, index).clip?.sound));
  if (sounding.size === 0)
    throw new CaesuraError(
      'no-own-sound',
      'None of these shots has a sound of its own.',
      'Choose shots whose clip has one, or drop the clip’s file again so that it is listened to.',
    );
  const shots = plan.score!.shots.map((shot, i) =>
    sounding.has(i) ? withSound(shot, changed(shot.sound, change)) : shot,
  );
  return { ...plan, score: { ...plan.score!, shots } };
}

/**
 * Says whether the shots of a clip are heard unless they say otherwise, and how loud; null for not.
 * Throws when there is no such clip, or when it has no sound.
 */
export function hearClip(plan: Plan, id: string, rule: SoundRule | null): Plan {
  const clip = plan.clips.find((c) => c.id === id);
  if (!clip) throw new CaesuraError('no-clip', 'That clip is not in the plan.', 'Choose another.');
  if (!clip.sound)
    throw new CaesuraError(
      'no-own-sound',
      `“${clip.name}” has no sound of its own.`,
      'Drop its file again so that it is listened to.',
    );
  const clips = plan.clips.map((c) => {
    if (c.id !== id) return c;
    const { heard: _before, ...rest } = c;
    return rule ? { ...rest, heard: rule } : rest;
  });
  return { ...plan, clips };
}

/**
 * Gives the clips of a file another of its sound tracks. Where they lie in a song stays: tracks
 * that begin apart are moved by as much. Throws when none of them has a sound.
 */
export function hearTrack(plan: Plan, content: string, sound: ClipSound): Plan {
  if (!plan.clips.some((clip) => clip.content === content && clip.sound))
    throw new CaesuraError(
      'no-own-sound',
      'No clip with a sound is of that file.',
      'Drop the file on Footage first.',
    );
  const clips = plan.clips.map((clip) => {
    if (clip.content !== content || !clip.sound) return clip;
    const later = (clip.sound.start - sound.start) / sound.sampleRate;
    const { linedUp } = clip;
    const song = soundsOf(plan).find(({ media }) => media === linedUp?.media);
    return {
      ...{ ...clip, sound },
      ...(linedUp &&
        song && {
          linedUp: {
            ...linedUp,
            offset: linedUp.offset + Math.round(later * song.analysis.sampleRate),
          },
        }),
    };
  });
  return { ...plan, clips };
}

/**
 * Sets the level of each shot's own sound as its loudness asks: as loud as speech, or under the
 * music by so many LU; see `ownLevels`. Throws when none of them has a sound that is heard.
 */
export function fitOwnLevels(
  plan: Plan,
  indices: readonly ShotIndex[],
  to: OwnLevel['to'],
  under: number = UNDER_MUSIC,
): Plan {
  const { shots } = filmOf(plan);
  const ducked = duckingOf(plan, shots);
  const fits = indices.flatMap((index) => {
    const fit = ownLevels(plan, shotFactsAt(plan, index), ducked, under).find(
      (level) => level.to === to,
    );
    return fit ? [{ index, gain: fit.gain }] : [];
  });
  if (fits.length === 0)
    throw new CaesuraError(
      'no-own-sound',
      'None of these shots has a sound whose loudness is known there.',
      'Choose shots that are heard.',
    );
  return fits.reduce(
    (made, { index, gain }) => soundShots(made, [index], { gain: gain === 0 ? null : gain }),
    plan,
  );
}
