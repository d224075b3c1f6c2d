import { anchorOnCue, tempoOf, type Cue, type EventMark, type Film } from '../film/index.ts';
import type { PlaceAnchor } from '../plan/index.ts';
import { framesPerBeat, rational, toNumber, type Frames } from '../time/index.ts';
import { strongestApart } from './strongest-apart.ts';

/** What phrases can be put on, each where there is one. */
export const EACH = ['hit', 'word', 'beat', 'downbeat', 'drop', 'cut', 'moment'] as const;
export type Each = (typeof EACH)[number];

/** A range of the film, and how far apart phrases in it are at least. */
export interface EachWithin {
  readonly from: Frames;
  /** First frame after it. */
  readonly to: Frames;
  /** Beats; 0 for all there are. */
  readonly apart: number;
}

/** An instant with its anchor and its strength. */
interface Place {
  readonly frame: Frames;
  readonly strength: number;
  readonly anchor: () => PlaceAnchor;
}

/** The cues of a kind, whatever the switches of the sounds. */
const cuesOf = ({ cues, standing, beats }: Film, each: Each): readonly Cue[] => {
  switch (each) {
    case 'beat':
      return beats;
    case 'downbeat':
      return beats.filter(({ kind }) => kind === 'downbeat');
    default:
      return [...cues, ...standing].filter(({ kind }) => kind === each);
  }
};

/** The moments of clips that land, as places. */
const landedOf = (film: Film): Place[] =>
  film.events
    .filter(({ state }) => state === 'lands')
    .map(({ shot, moment, frame, strength }: EventMark) => ({
      frame,
      strength: strength ?? 1,
      anchor: () => ({ on: 'moment', shot: film.shots[shot]!.shot.id, at: moment }),
    }));

/** The cuts of a film, as places; all of one strength. */
const cutsOf = (film: Film): Place[] =>
  film.joins.map(({ frame, into }) => ({
    frame,
    strength: 1,
    anchor: () => ({ on: 'cut', shot: into.shot.id, by: 0 }),
  }));

function placesOf(film: Film, each: Each): Place[] {
  if (each === 'moment') return landedOf(film);
  if (each === 'cut') return cutsOf(film);
  const byFrame = new Map<number, Place>();
  for (const cue of cuesOf(film, each)) {
    const there = byFrame.get(cue.frame);
    if (there && there.strength >= cue.strength) continue;
    byFrame.set(cue.frame, {
      frame: cue.frame,
      strength: cue.strength,
      anchor: () => anchorOnCue(film.plan, cue),
    });
  }
  return [...byFrame.values()];
}

/**
 * The instants of a kind within a range of the film, in order, as anchors that move with what they
 * are tied to. Of those nearer to one another than asked the stronger stay.
 */
export function anchorsOnEach(
  film: Film,
  each: Each,
  { from, to, apart }: EachWithin,
): PlaceAnchor[] {
  const { plan } = film;
  const beat = toNumber(framesPerBeat(tempoOf(plan) ?? rational(120), plan.rate));
  const within = placesOf(film, each).filter(({ frame }) => frame >= from && frame < to);
  return strongestApart(within, apart * beat).map(({ anchor }) => anchor());
}
