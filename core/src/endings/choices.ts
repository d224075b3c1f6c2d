import { soundEnd, usedLength, type Plan, type Sound } from '../plan/index.ts';
import type { Ending } from '../plan/edits/edit-sounds.ts';
import {
  instantOfFrame,
  multiply,
  rational,
  round,
  samples,
  type Frames,
  type Samples,
} from '../time/index.ts';
import { barLinesOf, type BarLines } from './bars.ts';
import { freeJoins, repeatedJoins, type Way } from './jumps.ts';
import { barLikeness, type BarLikeness } from './likeness.ts';
import { soundingEnd } from './sounding-end.ts';

/** A way to end a sound near the target of a film. */
export interface EndingChoice extends Ending {
  /**
   * As it is now; a fade that ends on a bar line; one that ends at the target; splices to the end
   * of the part.
   */
  readonly how: 'as it is' | 'bar line' | 'fade' | 'splice';
  /** Likeness of the weakest splice, −1 to 1; null without splices. */
  readonly likeness: number | null;
  /** Plan frames from the start of the film to its end. */
  readonly ends: Frames;
  /** Frames by which it ends after the target; negative when before. */
  readonly error: number;
}

/** Bars over which an ending on a bar line fades, and the longest fade in seconds. */
const FADE_BARS = 1;
const LONGEST_FADE = 4;
/** Ways with one place of joining that are offered, and most joins of the freer ways. */
const ONE_PLACE = 4;
const MOST_JOINS = 4;

/** Likeness under which a splice is offered only when there is none better. */
const LEAST_ALIKE = 0.25;

const noSplices: readonly never[] = [];

/** The samples of a sound between its place and the target of the film. */
const wantedLength = ({ target, rate }: Plan, { place, analysis }: Sound): number =>
  round(multiply(instantOfFrame(target - place, rate), rational(analysis.sampleRate)));

/**
 * The ways in which a sound can end near the target of the film: as it is, with a fade that ends on
 * the bar line before or after the target, or at the target itself, and with splices from bar line
 * to bar line that keep the end of the part used; of those the ones whose bars are most alike.
 * `chromaAndTimbre` null gives no splices.
 */
export function endingChoices(
  plan: Plan,
  sound: Sound,
  chromaAndTimbre: Uint8Array | null,
): EndingChoice[] {
  const { sampleRate, length } = sound.analysis;
  const whole: Sound = { ...sound, splices: [], fade: samples(0) };
  const finish = (
    how: EndingChoice['how'],
    ending: Ending,
    likeness: number | null = null,
  ): EndingChoice => {
    const ends = soundEnd({ ...sound, ...ending }, plan.rate);
    return { how, ...ending, likeness, ends, error: ends - plan.target };
  };
  const now = finish('as it is', {
    region: sound.region,
    splices: sound.splices,
    fade: sound.fade,
  });
  const wanted = wantedLength(plan, sound);
  if (wanted <= 0) return [now];
  const lines = barLinesOf({ ...whole, region: { in: sound.region.in, out: length } });
  const fades = lines ? fadeEndings(sound, lines, wanted) : [];
  // An end that fades was made so; the music's own is where its sound ends.
  const own =
    sound.fade > 0 && chromaAndTimbre
      ? soundingEnd(chromaAndTimbre, sound.analysis)
      : sound.region.out;
  const kept = {
    ...whole,
    region: { in: sound.region.in, out: samples(Math.max(own, sound.region.in + 1)) },
  };
  const spliced =
    lines && chromaAndTimbre ? spliceEndings(kept, chromaAndTimbre, wanted, sampleRate) : [];
  return [
    now,
    ...fades.map(([how, ending]) => finish(how, ending)),
    ...spliced
      .filter(({ likeness }, i) => i === 0 || likeness >= LEAST_ALIKE)
      .map(({ ending, likeness }) => finish('splice', ending, likeness))
      .toSorted((a, b) => b.likeness! - a.likeness!),
  ];
}

/**
 * Fades to the bar lines about the wanted length and to that length itself, as far as the file
 * goes.
 */
function fadeEndings(
  sound: Sound,
  { at, bar }: BarLines,
  wanted: number,
): [EndingChoice['how'], Ending][] {
  const { region, analysis } = sound;
  const end = region.in + wanted;
  const longest = LONGEST_FADE * analysis.sampleRate;
  const fadeTo = (
    how: EndingChoice['how'],
    out: number,
    over: number,
  ): [EndingChoice['how'], Ending][] =>
    out > region.in && out <= analysis.length
      ? [
          [
            how,
            {
              region: { in: region.in, out: samples(out) },
              splices: noSplices,
              fade: samples(Math.round(Math.min(over, longest, out - region.in))),
            },
          ],
        ]
      : [];
  const [before, after] = [at.findLast((t) => t <= end && t > region.in), at.find((t) => t > end)];
  return [
    ...(before === undefined ? [] : fadeTo('bar line', before, FADE_BARS * bar)),
    ...(after === undefined ? [] : fadeTo('bar line', after, FADE_BARS * bar)),
    ...(before === end ? [] : fadeTo('fade', end, before === undefined ? bar : end - before + bar)),
  ];
}

interface Spliced {
  readonly ending: Ending;
  readonly likeness: number;
}

/** Splices that bring the part used of a sound nearest to the wanted length and keep its end. */
function spliceEndings(
  sound: Sound,
  chromaAndTimbre: Uint8Array,
  wanted: number,
  sampleRate: number,
): Spliced[] {
  const lines = barLinesOf(sound);
  if (!lines) return [];
  const { region } = sound;
  const last = lines.at.length - 1;
  const lengths = [...lines.at, region.out as Samples];
  const likeness = barLikeness(chromaAndTimbre, lengths, sampleRate);
  const bars = Math.round((wanted - lines.lead - lines.tail) / lines.bar);
  const ways = bars === last || bars < 1 ? [] : waysOf(last, bars, likeness);
  const endings = ways.map(({ joins, weakest }): Spliced => {
    const splices = joins.map(({ leave, enter }) => ({
      leave: lines.at[leave]!,
      enter: lines.at[enter]!,
    }));
    return { ending: { region, splices, fade: samples(0) }, likeness: weakest };
  });
  // Where bars are of unequal length, another number of them may come nearer; a way a whole bar off
  // is none.
  return endings.filter(({ ending }) => Math.abs(usedLength(ending) - wanted) < lines.bar);
}

/**
 * The most alike ways of one place of joining, and freer ones where they are better than those
 * before.
 */
function waysOf(last: number, bars: number, likeness: BarLikeness): Way[] {
  const ways = repeatedJoins(last, bars, likeness, ONE_PLACE);
  let best = ways[0]?.weakest ?? -Infinity;
  for (let joins = 2; joins <= MOST_JOINS; joins++) {
    const way = freeJoins(last, bars, joins, likeness);
    if (!way || way.weakest <= best + 0.02) continue;
    ways.push(way);
    best = way.weakest;
  }
  return ways;
}
