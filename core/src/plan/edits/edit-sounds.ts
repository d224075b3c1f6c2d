import { soundsOf } from '../../film/index.ts';
import {
  withCorrection,
  withReading,
  type Correction,
  type Reading,
  type Stretch,
} from '../../listen/index.ts';
import { CaesuraError, samples, type Frames, type Samples } from '../../time/index.ts';
import type { CueEdit, CueKind, CueSwitch, Plan, Sound, SoundKind } from '../index.ts';
import { freshId, partsFit, usedLength } from '../index.ts';

/** How a sound is used: the part, the splices in it, and the fade at its end. */
export type Ending = Pick<Sound, 'region' | 'splices' | 'fade'>;

/** A sound as it arrives from analysis, before anything is chosen. */
export type NewSound = Pick<Sound, 'media' | 'fileName' | 'outline' | 'analysis' | 'found'> & {
  readonly chromaAndTimbre?: string | null | undefined;
  readonly startGuessed?: boolean | undefined;
};

/** The sound of an id. Throws when it is not in the plan. */
export function soundOf(plan: Plan, id: string): Sound {
  const sound = soundsOf(plan).find((s) => s.id === id);
  if (!sound)
    throw new CaesuraError('no-sound', 'That sound is not in the plan.', 'Add its file first.');
  return sound;
}

/** Replaces the sound of an id by what `change` makes of it. Throws when it is not in the plan. */
export function withSound(plan: Plan, id: string, change: (sound: Sound) => Sound): Plan {
  const changed = change(soundOf(plan, id));
  return {
    ...plan,
    music: plan.music?.id === id ? changed : plan.music,
    sounds: plan.sounds.map((s) => (s.id === id ? changed : s)),
  };
}

function freshSound(plan: Plan, sound: NewSound, kind: SoundKind): Sound {
  const { analysis } = sound;
  const firstBar = analysis.beats[analysis.downbeats[0] ?? 0]?.at ?? samples(0);
  return {
    ...sound,
    id: freshId('sound-', soundsOf(plan)),
    kind,
    corrections: [],
    cueEdits: [],
    sectionNames: [],
    switches: {},
    region: { in: kind === 'music' ? firstBar : samples(0), out: analysis.length },
    splices: [],
    fade: samples(0),
    fadeIn: samples(0),
    gain: 0,
    levels: [],
    mutes: [],
    chromaAndTimbre: sound.chromaAndTimbre ?? null,
    place: 0 as Frames,
  };
}

/** The same file heard anew: what was heard is replaced, what the person did to it stays. */
const analysedAnew = (known: Sound, sound: NewSound): Sound => ({
  ...known,
  ...sound,
  chromaAndTimbre: sound.chromaAndTimbre ?? null,
});

/**
 * Gives the plan new music, used from its first downbeat to its end. The same file again (by
 * content) keeps the person's corrections and region.
 */
export function setMusic(plan: Plan, sound: NewSound): Plan {
  if (plan.music?.media === sound.media) return { ...plan, music: analysedAnew(plan.music, sound) };
  return { ...plan, music: freshSound({ ...plan, music: null }, sound, 'music') };
}

/**
 * Adds a voice, an effect or further music, used whole from frame 0. A file that is there already
 * is heard anew and keeps what the person did to it.
 */
export function addSound(plan: Plan, sound: NewSound, kind: SoundKind): Plan {
  const known = plan.sounds.find((s) => s.media === sound.media);
  if (known) return withSound(plan, known.id, (s) => analysedAnew(s, sound));
  return { ...plan, sounds: [...plan.sounds, freshSound(plan, sound, kind)] };
}

/** Takes a sound out of the plan; cuts stay where they are. */
export const removeSound = (plan: Plan, id: string): Plan => ({
  ...plan,
  music: plan.music?.id === id ? null : plan.music,
  sounds: plan.sounds.filter((s) => s.id !== id),
});

/** Chooses the part of a sound that the film uses. Throws when it is empty or outside the file. */
export const setRegion = (plan: Plan, id: string, from: Samples, to: Samples): Plan =>
  withSound(plan, id, (sound) => {
    if (!(from >= 0 && from < to && to <= sound.analysis.length))
      throw new CaesuraError(
        'bad-region',
        'The region must start before it ends, within the file.',
        'Choose a start that is earlier than the end.',
      );
    const region = { in: from, out: to };
    const { length } = sound.analysis;
    // Splices that the new region still goes through stay.
    const splices = partsFit({ region, splices: sound.splices }, length) ? sound.splices : [];
    return { ...sound, region, splices };
  });

/**
 * Chooses how a sound ends: the part used, the splices in it and the fade. Throws when that does
 * not fit the file.
 */
export const setEnding = (plan: Plan, id: string, { region, splices, fade }: Ending): Plan =>
  withSound(plan, id, (sound) => {
    if (!partsFit({ region, splices }, sound.analysis.length))
      throw new CaesuraError(
        'bad-ending',
        'A splice must leave a part after it began, within the file.',
        'Choose another ending.',
      );
    return {
      ...sound,
      region,
      splices,
      fade: samples(Math.min(fade, usedLength({ region, splices }))),
    };
  });

/**
 * Chooses the plan frame at which the used part of a sound starts. Throws when it is before the
 * film.
 */
export const placeSound = (plan: Plan, id: string, place: Frames): Plan =>
  withSound(plan, id, (sound) => {
    if (place < 0)
      throw new CaesuraError(
        'bad-place',
        'A sound cannot come in before the film starts.',
        'Start its part later in the file instead.',
      );
    return { ...sound, place };
  });

/** Turns a sound up by so many decibels. Throws when that is absurd. */
export const turnSound = (plan: Plan, id: string, gain: number): Plan =>
  withSound(plan, id, (sound) => {
    if (!(gain >= -90 && gain <= 24))
      throw new CaesuraError(
        'bad-gain',
        'A sound is turned by −90 to 24 dB.',
        'Give a level between them.',
      );
    return { ...sound, gain };
  });

/**
 * Lets a sound come from nothing and fade to nothing over so many samples, no longer than it is.
 */
export const fadeSound = (
  plan: Plan,
  id: string,
  fades: { readonly fadeIn?: Samples; readonly fade?: Samples },
): Plan =>
  withSound(plan, id, (sound) => {
    const kept = (length: number) => samples(Math.min(usedLength(sound), Math.max(0, length)));
    return {
      ...sound,
      fadeIn: kept(fades.fadeIn ?? sound.fadeIn),
      fade: kept(fades.fade ?? sound.fade),
    };
  });

/** Puts the beats of a sound right. Throws when it cannot be done. */
export const correctBeats = (plan: Plan, id: string, correction: Correction): Plan =>
  withSound(plan, id, (sound) => ({
    ...sound,
    corrections: withCorrection(sound.corrections, correction, sound.analysis.length),
  }));

/**
 * Chooses how the beats or the bars of a sound are read, for all of it or within a stretch; see
 * `withReading`.
 */
export const chooseReading = (
  plan: Plan,
  id: string,
  reading: Reading,
  within: Stretch | null = null,
): Plan =>
  withSound(plan, id, ({ found, ...sound }) => ({
    ...sound,
    found,
    corrections: withReading({ ...sound, onsets: found.onsets }, reading, within),
  }));

/** Takes back all corrections of the beats of a sound: they are as heard. */
export const asHeard = (plan: Plan, id: string): Plan =>
  withSound(plan, id, (sound) => ({ ...sound, corrections: [] }));

/** Adds, moves or deletes single cues of a sound. */
export const editCues = (plan: Plan, id: string, edits: readonly CueEdit[]): Plan =>
  withSound(plan, id, (sound) => ({ ...sound, cueEdits: [...sound.cueEdits, ...edits] }));

/**
 * Brings what a file says into a sound at once: cues, and beats where it has them. Throws when the
 * beats cannot be.
 */
export const bringIn = (
  plan: Plan,
  id: string,
  cues: readonly CueEdit[],
  beats: Correction | null,
): Plan => editCues(beats ? correctBeats(plan, id, beats) : plan, id, cues);

/** Switches a kind of cue of a sound on or off, or changes its least strength. */
export const switchCues = (plan: Plan, id: string, kind: CueKind, to: CueSwitch): Plan =>
  withSound(plan, id, (sound) => ({ ...sound, switches: { ...sound.switches, [kind]: to } }));

/** Names the section that starts at an instant; an empty name takes it away. */
export const nameSection = (plan: Plan, id: string, at: Samples, name: string): Plan =>
  withSound(plan, id, (sound) => {
    const others = sound.sectionNames.filter((n) => n.at !== at);
    return {
      ...sound,
      sectionNames: name.trim() ? [...others, { at, name: name.trim() }] : others,
    };
  });
