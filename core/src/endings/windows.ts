import { cuesOfSound, type SoundCue } from '../film/index.ts';
import type { Ending } from '../plan/edits/edit-sounds.ts';
import type { Plan, Sound } from '../plan/index.ts';
import { instantOfFrame, multiply, rational, round, samples, type Samples } from '../time/index.ts';
import { barLinesOf } from './bars.ts';

/** A part of the music for a film that is shorter. */
export interface MusicWindow extends Ending {
  /**
   * Bars of the file, from 1, that it begins with and ends with, and frames after that until the
   * film ends.
   */
  readonly from: number;
  readonly to: number;
  readonly ringsOn: number;
  /** The strongest drop in it, and at which part of the film it lies, 0–1; null without one. */
  readonly drop: { readonly bar: number; readonly part: number } | null;
  /** Whether it holds the rise that leads to that drop whole; null where there is none. */
  readonly wholeRise: boolean | null;
  /** Whether it begins with a section, and ends with one. */
  readonly withSection: { readonly begins: boolean; readonly ends: boolean };
  /** Bars of the drops that it leaves out. */
  readonly without: readonly number[];
}

/**
 * Part of a film at which its drop is wanted, and what it may come earlier or later; common
 * practice, no source.
 */
const WANTED = 0.62;
/** What counts against a window, in parts of a film by which its drop is off. */
const [NO_DROP, BROKEN_RISE, NO_SECTION] = [1, 0.15, 0.06];
/** Windows that are offered, and bars that two of them are apart at least. */
const [MOST, APART] = [4, 4];

/** How good a window is, of which less is better. */
function priceOf({ drop, wholeRise, withSection }: MusicWindow, strength: number): number {
  const { begins, ends } = withSection;
  return (
    (drop ? Math.abs(drop.part - WANTED) + (1 - strength) / 2 : NO_DROP) +
    (wholeRise === false ? BROKEN_RISE : 0) +
    (begins ? 0 : NO_SECTION) +
    (ends ? 0 : NO_SECTION)
  );
}

/**
 * Parts of music that is longer than the film, the best first: each begins on a bar line and has
 * its last bar whole, over which what is left until the film ends fades; they differ in which drop
 * they hold and where. Empty where the music is not longer, or has no bars.
 */
export function musicWindows(plan: Plan, sound: Sound): MusicWindow[] {
  const { analysis } = sound;
  const whole: Sound = { ...sound, region: { in: samples(0), out: analysis.length }, splices: [] };
  const lines = barLinesOf(whole);
  const { place } = sound;
  const wanted = round(
    multiply(instantOfFrame(plan.target - place, plan.rate), rational(analysis.sampleRate)),
  );
  if (!lines || wanted >= analysis.length - lines.lead || wanted < lines.bar) return [];
  const cues = cuesOfSound(whole);
  const of = (kind: SoundCue['kind']) => cues.filter((c) => c.kind === kind);
  const [drops, sections, starts, peaks] = [
    of('drop'),
    of('section'),
    of('rise-start'),
    of('rise-peak'),
  ];
  const near = lines.bar / 8;
  /** The bar line nearest to a sample, from 0. */
  const lineAt = (at: number) =>
    lines.at.reduce(
      (best, t, i) => (Math.abs(t - at) < Math.abs(lines.at[best]! - at) ? i : best),
      0,
    );
  const onSection = (at: number) => sections.some((s) => Math.abs(s.at - at) <= near);
  const all = lines.at.flatMap((from, first): { window: MusicWindow; price: number }[] => {
    const out = from + wanted;
    if (out > analysis.length) return [];
    const last = lines.at.findLastIndex((t) => t <= out + near / 4);
    if (last <= first) return [];
    const held = drops.filter(({ at }) => at > from + near && at < out - near);
    const drop = held.reduce<SoundCue | null>(
      (a, b) => (a && a.strength >= b.strength ? a : b),
      null,
    );
    const peak =
      drop && peaks.findLast(({ at }) => at <= drop.at + near && at > drop.at - 2 * lines.bar);
    const rise = peak && starts.findLast(({ at }) => at < peak.at);
    const window: MusicWindow = {
      region: { in: from, out: samples(out) },
      splices: [],
      fade: samples(Math.max(0, out - lines.at[last]!)),
      ...{ from: first + 1, to: last },
      ringsOn: Math.round(
        ((out - lines.at[last]!) * plan.rate.num) / (analysis.sampleRate * plan.rate.den),
      ),
      drop: drop && {
        bar: lineAt(drop.at) + 1,
        part: (place + ((plan.target - place) * (drop.at - from)) / wanted) / plan.target,
      },
      wholeRise: rise ? rise.at >= from - near : null,
      withSection: { begins: first === 0 || onSection(from), ends: onSection(lines.at[last]!) },
      without: drops.filter((d) => !held.includes(d)).map((d) => lineAt(d.at) + 1),
    };
    return [{ window, price: priceOf(window, drop?.strength ?? 0) }];
  });
  const kept: MusicWindow[] = [];
  for (const { window } of all.sort((a, b) => a.price - b.price)) {
    if (kept.length === MOST) break;
    if (kept.every((k) => Math.abs(k.from - window.from) >= APART)) kept.push(window);
  }
  return kept;
}

/** The bars of drops that the part of the music which a film plays leaves out, from 1. */
export function dropsLeftOut(plan: Plan, sound: Sound): number[] {
  const lines = barLinesOf({ ...sound, region: { in: samples(0), out: sound.analysis.length } });
  if (!lines || sound.splices.length > 0) return [];
  const { sampleRate } = sound.analysis;
  const plays = round(
    multiply(instantOfFrame(plan.target - sound.place, plan.rate), rational(sampleRate)),
  );
  const end = Math.min(sound.region.out, sound.region.in + plays);
  return cuesOfSound(sound)
    .filter(({ kind, at }) => kind === 'drop' && (at < sound.region.in || at >= end))
    .map(
      ({ at }) =>
        1 +
        Math.max(
          0,
          lines.at.findLastIndex((t: Samples) => t <= at + lines.bar / 8),
        ),
    );
}
