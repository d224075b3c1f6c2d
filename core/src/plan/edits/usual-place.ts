import { anchorOn, anchorOnCue, filmOf, type Cue, type Film } from '../../film/index.ts';
import { compare, frames, type Frames } from '../../time/index.ts';
import type { PhraseKind, PlaceAnchor, Plan } from '../index.ts';
import type { PhrasePlace } from './edit-phrases.ts';

/** Kinds that go home on something, and frames that must be left until it. */
const LONG: ReadonlySet<PhraseKind> = new Set(['punch-in', 'push', 'turn', 'look']);
const ROOM = 12;

/** Where the speech or song goes silent after a word on a frame; null without a word there. */
function pauseAfterWord({ standing }: Film, frame: Frames): Cue | null {
  const word = standing.find((cue) => cue.kind === 'word' && cue.frame === frame);
  if (!word) return null;
  return (
    standing
      .filter(
        ({ kind, sound, at }) =>
          kind === 'pause-start' && sound === word.sound && compare(at, word.at) > 0,
      )
      .toSorted((a, b) => a.frame - b.frame)[0] ?? null
  );
}

/**
 * Where a phrase of a kind lies that is put on a frame of the film: tied to what is there. One of a
 * kind that lasts, put on a word, ends with the pause after it; else on the next cut that leaves
 * room, where `toCut` says so. Whichever comes first; others are as long as their sections.
 */
export function usualPlace(
  plan: Plan,
  frame: Frames,
  { kind, toCut }: { readonly kind: PhraseKind; readonly toCut: boolean },
): PhrasePlace {
  const at = anchorOn(plan, frame);
  if (!LONG.has(kind)) return { at, to: null };
  const film = filmOf(plan);
  const pause = pauseAfterWord(film, frame);
  const cut = toCut || pause ? film.joins.find((join) => join.frame - frame >= ROOM) : undefined;
  const ends: readonly { frame: number; to: PlaceAnchor }[] = [
    ...(pause && pause.frame > frame ? [{ frame: pause.frame, to: anchorOnCue(plan, pause) }] : []),
    ...(cut
      ? [{ frame: cut.frame, to: { on: 'cut' as const, shot: cut.into.shot.id, by: 0 } }]
      : []),
  ];
  const first = ends.toSorted((a, b) => a.frame - b.frame)[0];
  return { at, to: first?.to ?? null };
}

/** The cue or beat of the film nearest to a frame; the frame itself where there is none. */
export function nearestHeard(plan: Plan, frame: Frames): Frames {
  const { beats, cues, standing } = filmOf(plan);
  const all = [...beats, ...cues, ...standing].map((cue) => cue.frame);
  const nearest = all.reduce<number | null>(
    (best, at) => (best === null || Math.abs(at - frame) < Math.abs(best - frame) ? at : best),
    null,
  );
  return frames(nearest ?? frame);
}
