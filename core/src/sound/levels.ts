import {
  sampleHeardAt,
  type PlacementKind,
  type EffectFile,
  type Plan,
  type Sound,
} from '../plan/index.ts';
import type { Seconds } from '../time/index.ts';
import { levelOn, type LevelPoint } from './audio-event.ts';
import { handLine } from './level-lines.ts';

/** Level advised for an effect, with why. */
export interface Advice {
  /** Decibels. */
  readonly gain: number;
  /** LUFS of the music there; null where there is none. */
  readonly music: number | null;
  readonly reason: string;
}

/**
 * LU that an effect lies under the music: common practice for a whoosh is 5 to 10 dB down, no
 * published source; a bed is felt and not noticed.
 */
const UNDER: Readonly<Record<PlacementKind, number>> = { hit: 7, riser: 7, bed: 15 };
/** Loudness of a programme after EBU R 128, by which levels go where no music is. LUFS. */
export const PROGRAMME = -23;
/** dB below full scale that the highest sample of an effect keeps. */
const HEADROOM = 3;

/** Seconds of short-term loudness: each value is of three that start at its second. */
export const SHORT_TERM = 3;

/** Levels at which nothing of a sound is left. */
const GONE = -60;

/**
 * Short-term loudness (ITU-R BS.1770) of a sound about an instant of the film, as it is turned up
 * and by its levels there; null where it is silent. `ducked`: how it goes down under speech.
 */
export function loudnessAt(
  sound: Sound,
  plan: Pick<Plan, 'rate'>,
  at: Seconds,
  ducked: readonly LevelPoint[],
): number | null {
  const sample = sampleHeardAt(sound, at, plan.rate);
  if (sample === null) return null;
  const { sampleRate } = sound.analysis;
  const { shortTerm } = sound.found.loudness;
  const second = Math.round(sample / sampleRate - SHORT_TERM / 2);
  const level = shortTerm[Math.min(shortTerm.length - 1, Math.max(0, second))] ?? null;
  const byHand = levelOn(
    handLine(sound, (s) => s / sampleRate),
    sample / sampleRate,
  );
  const turned = sound.gain + byHand + levelOn(ducked, at);
  return level === null || turned < GONE ? null : level + turned;
}

const rounded = (x: number) => Math.round(x * 10) / 10;
const written = (x: number) => rounded(x).toFixed(1).replace('-', '−');

/**
 * The gain advised for an effect of a kind where the music is so loud: LUFS, or null where there is
 * none.
 */
export function advisedGain(effect: EffectFile, kind: PlacementKind, music: number | null): Advice {
  const { loudness, top } = effect.measure;
  if (loudness === null || top === null) return { gain: 0, music, reason: 'The effect is silent.' };
  const aim = (music ?? PROGRAMME) - UNDER[kind];
  const [fits, most] = [rounded(aim - loudness), rounded(-HEADROOM - top)];
  const place =
    music === null
      ? `No music there, so −23 LUFS counts`
      : `The music has ${written(music)} LUFS there`;
  const own = `the effect ${written(loudness)}`;
  if (fits > most)
    return {
      gain: most,
      music,
      reason: `${place}, ${own}; ${written(fits)} dB would put it ${UNDER[kind]} LU under, but its peak leaves ${written(most)} dB.`,
    };
  return {
    gain: fits,
    music,
    reason: `${place}, ${own}: ${written(fits)} dB puts it ${UNDER[kind]} LU under.`,
  };
}
