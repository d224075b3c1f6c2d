/**
 * A frame of a shot on which an event may be, in frames after its start, and what that is worth.
 */
export interface CueInShot {
  readonly after: number;
  readonly worth: number;
  /** Whether it is a drop, which above all asks for an event. */
  readonly drop: boolean;
}

/** What of the cues in a shot decides how clips are shown in it. */
export interface ShotCues {
  /** What an event is worth at the start of the shot. */
  readonly first: number;
  /** Where the drop is; null when there is none. */
  readonly drop: number | null;
  /** The cues inside on which events are tried. */
  readonly tried: readonly CueInShot[];
  /** The frames on which an event lands. */
  readonly landing: readonly number[];
  /** The most that any is worth. */
  readonly best: number;
}

/** Worth from which a cue is one that an event may land on. */
export const LANDING_WORTH = 0.3;
/** The strongest cues inside a shot on which an event is tried. */
const CUES_TRIED = 4;

/** What of the cues in a shot, and the one at its start, decides how clips are shown in it. */
export function shotCues(cues: readonly CueInShot[]): ShotCues {
  const landing = cues.filter(({ worth }) => worth >= LANDING_WORTH);
  const tried = cues
    .filter(({ after, worth, drop }) => after > 0 && (drop || worth >= LANDING_WORTH))
    .sort((a, b) => Number(b.drop) - Number(a.drop) || b.worth - a.worth);
  return {
    first: cues.find(({ after }) => after === 0)?.worth ?? 0,
    drop: cues.find(({ drop }) => drop)?.after ?? null,
    tried: tried.slice(0, CUES_TRIED),
    landing: landing.map(({ after }) => after),
    best: cues.reduce((most, { worth }) => Math.max(most, worth), 0),
  };
}
