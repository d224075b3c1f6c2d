import type { ShotFacts } from '../film/shots.ts';
import type { Plan } from '../plan/index.ts';
import { instantOfFrame, seconds, toNumber } from '../time/index.ts';
import type { LevelPoint } from './audio-event.ts';
import { loudnessAt, PROGRAMME, SHORT_TERM } from './levels.ts';
import { ownSampleAt } from './own-events.ts';

/**
 * LU that a clip's own sound usually lies under the music where it is not to be listened to but
 * felt: common practice, no source.
 */
export const UNDER_MUSIC = 7;

/** A level that fits the own sound of a shot, with why. */
export interface OwnLevel {
  readonly to: 'speech' | 'under';
  /** Decibels beside what its clip says. */
  readonly gain: number;
  readonly reason: string;
}

const tenths = (x: number) => Math.round(10 * x) / 10;
const written = (x: number) => tenths(x).toFixed(1).replace('-', '−');
const mean = (levels: readonly number[]): number | null =>
  levels.length === 0
    ? null
    : 10 * Math.log10(levels.reduce((sum, x) => sum + 10 ** (x / 10), 0) / levels.length);

/**
 * How loud the own sound of a shot is by itself, in LUFS: the short-term loudness (ITU-R BS.1770)
 * about the part of its clip that it shows; null for silence or no sound.
 */
export function ownLoudness(facts: ShotFacts): number | null {
  const sample = ownSampleAt(facts);
  const sound = facts.clip?.sound;
  if (!sample || !sound) return null;
  const { shortTerm } = sound.heard.loudness;
  const [a, b] = [sample(0), sample(facts.length)].map((s) => s / sound.sampleRate);
  // Each value is of the three seconds that start at its second.
  const place = (at: number) =>
    Math.min(shortTerm.length - 1, Math.max(0, Math.round(at - SHORT_TERM / 2)));
  const [first, last] = [place(Math.min(a!, b!)), place(Math.max(a!, b!))];
  const heard = shortTerm.slice(first, last + 1).filter((level) => level !== null);
  return mean(heard);
}

/**
 * Levels that fit the own sound of a shot: speech as loud as a programme, and under the music that
 * is heard with it, by so many LU. `ducked`: levels of the music under speech. Empty for silence.
 */
export function ownLevels(
  plan: Plan,
  facts: ShotFacts,
  ducked: readonly LevelPoint[],
  under: number = UNDER_MUSIC,
): readonly OwnLevel[] {
  const loud = ownLoudness(facts);
  if (loud === null) return [];
  const rule = facts.clip?.heard?.gain ?? 0;
  const middle = toNumber(instantOfFrame(facts.start + Math.floor(facts.length / 2), plan.rate));
  const music = plan.music && loudnessAt(plan.music, plan, seconds(middle), ducked);
  const kept = (gain: number) => Math.min(24, Math.max(-90, tenths(gain)));
  const own = `It has about ${written(loud)} LUFS in this shot`;
  return [
    {
      to: 'speech',
      gain: kept(PROGRAMME - loud - rule),
      reason: `${own}; speech of a programme has −23 (EBU R 128).`,
    },
    ...(music === null
      ? []
      : [
          {
            to: 'under' as const,
            gain: kept(music - under - loud - rule),
            reason: `${own}, the music ${written(music)} with it: it is to lie ${under} LU under it.`,
          },
        ]),
  ];
}
