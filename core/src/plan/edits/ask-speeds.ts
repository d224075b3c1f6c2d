import { filmOf, landedMoments, shotFactsAt, type LandedMoment } from '../../film/index.ts';
import {
  figuresOf,
  fillFrom,
  frozen,
  keepRange,
  keepWith,
  landAll,
  playBetween,
  playInside,
  reversed,
  stuttered,
  type FilmedShot,
  type KeepAsked,
  type Keeps,
  type Shaped,
  type SourceRange,
} from '../../ramps/index.ts';
import {
  CaesuraError,
  type Rational,
  type ShotIndex,
  type SourceFrames,
} from '../../time/index.ts';
import type { Hold, Plan } from '../index.ts';
import { placeSpeeds, type FoundSpeeds } from './edit-ramps.ts';
import { changedHolds, holdsOf, standingOf, type Standing } from './held-speeds.ts';

/** A plain question about the speeds of one shot. */
export type SpeedQuestion =
  | {
      /** From one moment to another at a speed, eased over some frames at each end. */
      readonly ask: 'play';
      readonly from: SourceFrames;
      readonly to: SourceFrames;
      readonly speed: Rational;
      readonly eased: number;
    }
  | {
      /** Moments on frames of the shot. */ readonly ask: 'land';
      readonly on: readonly LandedMoment[];
    }
  | ({ /** A figure changed and the source as it is. */ readonly ask: 'keep' } & KeepAsked)
  | {
      /** This length exactly from a part of the clip. */ readonly ask: 'fill';
      readonly from: SourceRange;
    }
  | { readonly ask: 'freeze'; readonly at: number; readonly frames: number }
  | {
      readonly ask: 'stutter';
      readonly at: number;
      readonly frames: number;
      readonly times: number;
    }
  | { readonly ask: 'reverse' };

/** What speeds would do to a shot, told before it is done. */
export interface SpeedAnswer extends FoundSpeeds {
  /** The speed or whatever was found, in words; empty where nothing had to be. */
  readonly became: string;
  /** Where the shot stands now, and would stand. */
  readonly before: Standing;
  readonly after: Standing;
  /** What would change, and what of that is held. */
  readonly changes: readonly Hold[];
  readonly broken: readonly Hold[];
}

/** An answer; or why there is none, and the nearest that there is. */
export type Answered =
  | { readonly found: SpeedAnswer; readonly reason: null }
  | { readonly found: null; readonly reason: string; readonly nearest: SpeedAnswer | null };

interface Solution extends FoundSpeeds {
  readonly became?: string;
}

type SolvedSpeeds =
  | { readonly found: Solution; readonly reason: null }
  | { readonly found: null; readonly reason: string; readonly nearest: Solution | null };

const shaped = (make: () => Shaped): SolvedSpeeds => {
  try {
    return { found: make(), reason: null };
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    return { found: null, reason: error.message, nearest: null };
  }
};

/** What a question is answered under. */
interface Given {
  readonly keeps: Keeps;
  /** Whether source in and out both stay and the speeds beside what is asked give way. */
  readonly inside: boolean;
  readonly holds: readonly Hold[];
  /** Moments on cues that are held. */
  readonly landed: readonly LandedMoment[];
}

/** Those of the moments held that are not asked to land elsewhere. */
const others = (landed: readonly LandedMoment[], on: readonly LandedMoment[]): LandedMoment[] =>
  landed.filter(({ moment }) => on.every((asked) => asked.moment !== moment));

function solved(
  plan: Plan,
  filmed: FilmedShot,
  question: SpeedQuestion,
  { keeps, inside, holds, landed }: Given,
): SolvedSpeeds {
  switch (question.ask) {
    case 'play':
      return (inside ? playInside : playBetween)(plan, filmed, question, keeps);
    case 'land':
      return landAll(plan, filmed, [...question.on, ...others(landed, question.on)], {
        in: holds.includes('in'),
        out: holds.includes('out'),
      });
    case 'keep':
      return keepWith(plan, filmed, question);
    case 'fill':
      return fillFrom(plan, filmed, question.from);
    case 'freeze':
      return shaped(() => frozen(plan, filmed, { ...question, keeps }));
    case 'stutter':
      return shaped(() => stuttered(plan, filmed, { ...question, keeps }));
    case 'reverse':
      return shaped(() => reversed(plan, filmed));
  }
}

/** What placing speeds gives, or why they cannot be placed: the shot beside has too few frames. */
function placed<T>(place: () => T): T | string {
  try {
    return place();
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    return `${error.message} ${error.mend ?? ''}`.trim();
  }
}

/** Which of the two is kept first: what comes before, unless only the source out is held. */
const keepsFirst = (holds: readonly Hold[]): readonly Keeps[] =>
  holds.includes('out') && !holds.includes('in') ? ['after', 'before'] : ['before', 'after'];

/** What speeds would do to a shot that holds some of what it is. */
function told(
  plan: Plan,
  index: ShotIndex,
  solution: Solution,
  holds: readonly Hold[],
): SpeedAnswer {
  const standing = (of: Plan): Standing => {
    const film = filmOf(of);
    return standingOf(film, film.shots[index]!)!;
  };
  const [before, after] = [standing(plan), standing(placeSpeeds(plan, index, solution))];
  const changes = changedHolds(before, after);
  const broken = changes.filter((hold) => holds.includes(hold));
  return { became: '', ...solution, before, after, changes, broken };
}

/**
 * Answers a question about the speeds of a shot as its holds say, and tells what would change.
 * Where what comes before or what comes after can be kept, that is chosen which breaks nothing
 * held and lets the moments on cues stay; where source in and out are both held, the speeds beside
 * what is played give way as well. An answer that would break something held is none: it
 * is the nearest, with what it breaks. Throws when there is no such shot or it shows no clip.
 */
export function askSpeeds(plan: Plan, index: ShotIndex, question: SpeedQuestion): Answered {
  const facts = shotFactsAt(plan, index);
  const { clip, shot, length } = facts;
  if (!clip)
    throw new CaesuraError('no-clip', `Shot ${index + 1} shows no clip.`, 'Choose one for it.');
  const holds = holdsOf(shot);
  const filmed = { shot, clip, length };
  // Who asks for another length lets go of it.
  const held =
    question.ask === 'keep' && (question.gives === 'length' || question.change.what === 'length')
      ? holds.filter((hold) => hold !== 'length')
      : holds;
  const landed = holds.includes('landed') ? landedMoments(filmOf(plan), facts) : [];
  const answerBy = (keeps: Keeps, inside: boolean): Answered => {
    const found = solved(plan, filmed, question, { keeps, inside, holds, landed });
    const solution = found.reason === null ? found.found : found.nearest;
    const answer = solution && placed(() => told(plan, index, solution, held));
    if (typeof answer === 'string') return { found: null, reason: answer, nearest: null };
    if (found.reason !== null) return { found: null, reason: found.reason, nearest: answer };
    if (!answer) return { found: null, reason: 'There are no such speeds.', nearest: null };
    return answer.broken.length === 0
      ? { found: answer, reason: null }
      : { found: null, reason: brokenWords(answer), nearest: answer };
  };
  const plain = keepsFirst(holds).map((keeps) => answerBy(keeps, false));
  const both = question.ask === 'play' && holds.includes('in') && holds.includes('out');
  const answers =
    both && plain.every(({ found }) => !found)
      ? [...plain, ...keepsFirst(holds).map((keeps) => answerBy(keeps, true))]
      : plain;
  const kept = answers.filter(({ reason }) => reason === null);
  return kept.find(({ found }) => !found!.changes.includes('landed')) ?? kept[0] ?? answers[0]!;
}

const NAMES: Readonly<Record<Hold, string>> = {
  in: 'The source in',
  out: 'The source out',
  length: 'The length',
  landed: 'A moment on its cue',
};

/** What of an answer breaks what is held, in a sentence each. */
function brokenWords({ broken, before, after }: SpeedAnswer): string {
  const said = broken.map((hold) => {
    if (hold === 'landed') return `${NAMES[hold]} is held and would move.`;
    return `${NAMES[hold]} is held at ${before[hold]} and would be ${after[hold]}.`;
  });
  return said.join(' ');
}

/** What other speeds change of a shot, in words, each in a few. */
export function changeWords({ before, after, changes }: SpeedAnswer): string[] {
  return changes.map((hold) => {
    if (hold !== 'landed') {
      const pays = hold === 'length' ? ', for which the shot beside it pays' : '';
      return `${{ in: 'source in', out: 'source out', length: 'frames' }[hold]} ${before[hold]} → ${after[hold]}${pays}`;
    }
    const lands = new Set(after.landed.map(({ moment, after: at }) => `${moment} ${at}`));
    const lost = before.landed.filter(({ moment, after: at }) => !lands.has(`${moment} ${at}`));
    return `source frame ${lost.map(({ moment }) => moment).join(', ')} no longer lands`;
  });
}

/** What is offered to give way with source in and out kept. */
const WAYS = ['crest', 'floor', 'length'] as const;

/** What could give way so that speeds that break something held are still to be had. */
export interface SpeedOffer {
  readonly label: string;
  readonly holds: readonly Hold[];
  readonly answer: SpeedAnswer;
}

/**
 * What else could give way for speeds that break what is held: each hold that they break, let go;
 * and with source in and out both kept, the crest, the floor or the length of the shot. Only offers
 * that break nothing that is still held.
 */
export function speedOffers(plan: Plan, index: ShotIndex, wanted: FoundSpeeds): SpeedOffer[] {
  const { shot, clip, length } = shotFactsAt(plan, index);
  if (!clip) return [];
  const holds = holdsOf(shot);
  const free = told(plan, index, wanted, holds);
  const { before } = free;
  const left = holds.filter((hold) => !free.broken.includes(hold));
  const words = {
    in: 'source in',
    out: 'source out',
    length: 'length',
    landed: 'moments',
  } as const;
  const letGo: SpeedOffer = {
    label: `Let go of ${free.broken.map((hold) => words[hold]).join(' and ')}`,
    holds: left,
    answer: { ...free, broken: [] },
  };
  const range: SourceRange = { in: before.in, out: before.out };
  // One speed has nothing beside it that could give way but how long it lasts.
  const ways = figuresOf(wanted.ramp, length).crest === null ? ['length' as const] : WAYS;
  const given = ways.flatMap((gives): SpeedOffer[] => {
    const filmed = { shot: { ...shot, ramp: wanted.ramp, sourceIn: before.in }, clip, length };
    const kept = keepRange(plan, filmed, range, gives);
    if (!kept.found) return [];
    const held = gives === 'length' ? holds.filter((hold) => hold !== 'length') : holds;
    const answer = placed(() => told(plan, index, kept.found, held));
    return typeof answer === 'string' || answer.broken.length > 0
      ? []
      : [{ label: `Let the ${gives} give way: ${kept.found.became}`, holds: held, answer }];
  });
  return free.broken.length === 0 ? [] : [letGo, ...given];
}
