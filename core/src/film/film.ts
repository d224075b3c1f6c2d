import { joinsOf, type JoinFacts } from '../joins/windows.ts';
import { phraseFactsOf, type PhraseFacts } from '../phrases/phrase-facts.ts';
import type { Plan } from '../plan/index.ts';
import { audioEventsOf } from '../sound/audio-events.ts';
import { type AudioEvent } from '../sound/audio-event.ts';
import { effectFactsOf, type EffectFacts } from '../sound/effect-facts.ts';
import { CaesuraError, type CutIndex, type ShotIndex } from '../time/index.ts';
import { beatCuesOf, cuesOf, partBeatsOf, standingCuesOf, type Cue } from './cues.ts';
import { eventMarks, type EventMark } from './event-marks.ts';
import { lastUsed } from './last-used.ts';
import { filmMade } from './remembered.ts';
import { shotFactsOf, type ShotFacts } from './shots.ts';

/** What follows from a plan. Each list is worked out when it is first asked for. */
export interface Film {
  readonly plan: Plan;
  /** What cuts may land on, in order; see `cuesOf`. */
  readonly cues: readonly Cue[];
  /** All beats of the music, whatever its switches. */
  readonly beats: readonly Cue[];
  /** The halves and quarters of its beats, whatever its switches. */
  readonly partBeats: readonly Cue[];
  /** Sections, drops, rises, pauses and words, whatever the switches of the sounds. */
  readonly standing: readonly Cue[];
  /** The moments of its clips that the film shows, and what becomes of them. */
  readonly events: readonly EventMark[];
  /** Frames on which there is a cue. */
  readonly cueFrames: ReadonlySet<number>;
  /** Every shot; empty while there is no score. */
  readonly shots: readonly ShotFacts[];
  /** Every cut, cut `n` at place n − 1. */
  readonly joins: readonly JoinFacts[];
  /** Every phrase that has a place in the film, left out or not, the lowest first. */
  readonly phrases: readonly PhraseFacts[];
  /** Every effect that has a place in the film, left out or not. */
  readonly effects: readonly EffectFacts[];
  /** Everything that sounds, in the order in which it begins. */
  readonly audioEvents: readonly AudioEvent[];
}

/** What is made when it is first asked for, and kept. */
function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}

function derived(plan: Plan): Film {
  filmMade();
  const cues = lazily(() => cuesOf(plan));
  const beats = lazily(() => beatCuesOf(plan));
  const partBeats = lazily(() => partBeatsOf(plan));
  const cueFrames = lazily(() => new Set<number>(cues().map(({ frame }) => frame)));
  const standing = lazily(() => standingCuesOf(plan));
  const shots = lazily(() => shotFactsOf(plan, cues()));
  const events = lazily(() => eventMarks(shots(), cues()));
  const joins = lazily(() => joinsOf(plan, shots()));
  const phrases = lazily(() => phraseFactsOf(plan, shots()));
  const effects = lazily(() =>
    effectFactsOf(plan, { shots: shots(), joins: joins(), phrases: phrases() }),
  );
  const audioEvents = lazily(() => audioEventsOf(plan, shots(), effects()));
  return {
    plan,
    get cues() {
      return cues();
    },
    get beats() {
      return beats();
    },
    get partBeats() {
      return partBeats();
    },
    get standing() {
      return standing();
    },
    get events() {
      return events();
    },
    get cueFrames() {
      return cueFrames();
    },
    get shots() {
      return shots();
    },
    get joins() {
      return joins();
    },
    get phrases() {
      return phrases();
    },
    get effects() {
      return effects();
    },
    get audioEvents() {
      return audioEvents();
    },
  };
}

/** Versions whose films are kept: the open one, and those it is compared with. */
const KEPT = 8;

const films = lastUsed<Plan, Film>(KEPT);

/**
 * The film of a plan: the one place from which what follows from a plan is had. Remembered by the
 * plan, and what an edit left as it was is taken over from the version before.
 */
export const filmOf = (plan: Plan): Film => films(plan, () => derived(plan));

/** The facts of one cut. Throws when there is no such cut. */
export function joinAt(plan: Plan, cut: CutIndex): JoinFacts {
  const facts = filmOf(plan).joins[cut - 1];
  if (!facts)
    throw new CaesuraError(
      'no-such-cut',
      `There is no cut ${cut}.`,
      'Lay out first, or choose another cut.',
    );
  return facts;
}

/** The facts of one shot, counted from 0. Throws when there is no such shot. */
export function shotFactsAt(plan: Plan, index: ShotIndex): ShotFacts {
  const facts = filmOf(plan).shots[index];
  if (!facts)
    throw new CaesuraError(
      'no-such-shot',
      `There is no shot ${index + 1}.`,
      'Lay out first, or choose another shot.',
    );
  return facts;
}
