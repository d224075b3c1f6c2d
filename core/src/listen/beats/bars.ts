import { accents, marksOf } from './bar-marks.ts';
import { highestNear, type Evidence } from './evidence.ts';
import { repetition } from './metre.ts';
import { likelihoods, ODDS, weighed } from './odds.ts';

/** What bars are found by. */
type BarEvidence = Pick<Evidence, 'strength' | 'white' | 'downbeatOdds' | 'section'>;

/** Where the bars start, as guessed from accents and harmony. */
export interface Bars {
  readonly beatsPerBar: number;
  /** Indexes of the first beat of each bar. */
  readonly downbeats: number[];
}

/** Advantage of the first beat, with which most pieces start their first bar. */
const FIRST_BEAT = 4;
/**
 * What a bar of another length costs, against the accents: only a break in the music is worth it.
 */
const BREAK = 8;
/**
 * The best division of beats into bars of `metre`, by dynamic programming: the place of each beat
 * and the mean score.
 */
function division(accent: readonly number[], metre: number): { score: number; places: number[] } {
  let scores = new Float64Array(metre);
  const cameFrom: Int8Array[] = [];
  accent.forEach((a, i) => {
    const next = new Float64Array(metre).fill(-Infinity);
    const from = new Int8Array(metre);
    for (let place = 0; place < metre; place++)
      for (let before = 0; before < metre; before++) {
        const score = scores[before]! - (i === 0 || (before + 1) % metre === place ? 0 : BREAK);
        if (score > next[place]!) [next[place], from[place]] = [score, before];
      }
    // Without accents no metre gains: what the first of the bar wins, the others lose.
    for (let place = 0; place < metre; place++)
      next[place]! += place === 0 ? (a * (metre - 1)) / metre : -a / metre;
    scores = next;
    cameFrom.push(from);
  });
  let place = scores.indexOf(Math.max(...scores));
  const score = (scores[place]! / accent.length) * (metre / (metre - 1));
  const places = new Array<number>(accent.length);
  for (let i = accent.length - 1; i >= 0; i--) {
    places[i] = place;
    place = cameFrom[i]![place]!;
  }
  return { score, places };
}

/** What speaks for a way to count bars, or against it; each about 0 to 3. */
export interface BarFacts {
  /** How much more the firsts of bars are marked than the other beats, by what. */
  readonly low: number;
  readonly high: number;
  readonly harmony: number;
  readonly bass: number;
  readonly learned: number;
  /** Log-odds of a downbeat that were learned, on the firsts of bars. */
  readonly learnedOn: number;
  /** The same of all bars, a beat. */
  readonly learnedRate: number;
  /** Part of the learned starts of sections that lie on the firsts of bars, over that by chance. */
  readonly sections: number;
  /** How much the music repeats itself every bar. */
  readonly repeats: number;
  /** Whether the very first beat starts a bar. */
  readonly begins: number;
  /** Whether the metre is this one; four needs no word. */
  readonly two: number;
  readonly three: number;
  readonly odd: number;
  readonly six: number;
}

/** A way to count the bars of a piece. */
export interface BarCandidate extends Bars {
  readonly facts: BarFacts;
}

/** Starts of sections that are taken to lie anywhere, so that one alone does not decide. */
const FEW_SECTIONS = 0.5;
const METRES = [2, 3, 4, 5, 6, 7] as const;
/** Weight of the log-odds that were learned beside the marks, in placing bars. */
const LEARNED_SHARE = 0.6;

/**
 * The ways to count bars of beats (in strength frames) that are worth weighing: for each metre the
 * bars that its marks bear out best, and those that start on each other beat.
 */
export function barCandidates(
  beatFrames: readonly number[],
  evidence: BarEvidence,
): BarCandidate[] {
  const marks = marksOf(beatFrames, evidence);
  const odds = beatFrames.map((f) => highestNear(evidence.downbeatOdds, f, 3));
  const sections = beatFrames.map((f) => highestNear(evidence.section, f, 3));
  const allSections = sections.reduce((a, x) => a + x, FEW_SECTIONS);
  const repeats = repetition(beatFrames, evidence.white);
  return METRES.filter((metre) => metre < beatFrames.length).flatMap((metre) => {
    const marked = accents(marks, metre);
    const { places } = division(
      marked.all.map((x, i) => x + LEARNED_SHARE * odds[i]! + (i === 0 ? FIRST_BEAT : 0)),
      metre,
    );
    return Array.from({ length: metre }, (_, turn): BarCandidate => {
      const first = places.map((place) => place === turn);
      const downbeats = beatFrames.map((_, i) => i).filter((i) => first[i]);
      const mean = (values: readonly number[], which: boolean): number => {
        const chosen = values.filter((_, i) => first[i] === which);
        return chosen.reduce((a, x) => a + x, 0) / Math.max(1, chosen.length);
      };
      const more = (values: readonly number[]) => mean(values, true) - mean(values, false);
      const onFirsts = downbeats.reduce((sum, i) => sum + sections[i]!, FEW_SECTIONS / metre);
      return {
        beatsPerBar: metre,
        downbeats,
        facts: {
          low: more(marked.low),
          high: more(marked.high),
          harmony: more(marked.harmony),
          bass: more(marked.bass),
          learned: more(odds),
          learnedOn: mean(odds, true),
          learnedRate: downbeats.reduce((sum, i) => sum + odds[i]!, 0) / beatFrames.length,
          sections: onFirsts / allSections - 1 / metre,
          repeats: 10 * repeats[metre]!,
          begins: Number(first[0]),
          two: Number(metre === 2),
          three: Number(metre === 3),
          odd: Number(metre === 5 || metre === 7),
          six: Number(metre === 6),
        },
      };
    });
  });
}

/**
 * The ways to count bars of beats (in strength frames), the likeliest first, each with how likely
 * it is. Fewer than two beats are one bar.
 */
export function barsByLikelihood(
  beatFrames: readonly number[],
  evidence: BarEvidence,
): (Bars & { readonly likelihood: number })[] {
  const found = barCandidates(beatFrames, evidence);
  if (found.length === 0)
    return [{ beatsPerBar: 4, downbeats: beatFrames.length > 0 ? [0] : [], likelihood: 0 }];
  const likely = likelihoods(found.map(({ facts }) => weighed(facts, ODDS.bars)));
  return found
    .map(({ beatsPerBar, downbeats }, i) => ({ beatsPerBar, downbeats, likelihood: likely[i]! }))
    .toSorted((a, b) => b.likelihood - a.likelihood);
}
