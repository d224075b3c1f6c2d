import { filmOf, landingOf, type Film } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { frames, plural } from '../../time/index.ts';
import { changesOf } from './changes.ts';

/** Changes that are told one by one. */
const TOLD = 2;

/** Where a frame lies in the music: “bar 9 beat 1, ”, or nothing where there is none. */
function placeWords({ cues, plan }: Film, frame: number): string {
  const landing = landingOf(frames(frame), cues, plan);
  if (!landing) return '';
  const { cue, onCue } = landing;
  return `${onCue ? '' : 'near '}bar ${cue.bar} beat ${cue.beat}, `;
}

/** The cuts that lie on another frame, where both films have the same shots. */
function movedCuts(was: Film, is: Film): number[] | null {
  const same =
    was.shots.length === is.shots.length &&
    was.shots.every(({ shot }, i) => shot.id === is.shots[i]!.shot.id);
  if (!same) return null;
  return is.shots.flatMap(({ start, index }) => (start === was.shots[index]!.start ? [] : [index]));
}

/** One cut that is moved: where to, and how long the shots beside it are now. */
function cutWords(is: Film, cut: number): string {
  const [out, into] = [is.shots[cut - 1]!, is.shots[cut]!];
  return `Cut ${cut} to ${placeWords(is, into.start)}frame ${into.start}; shots ${cut} and ${cut + 1} now ${out.length} and ${plural(into.length, 'frame')}.`;
}

/**
 * What an edit did to a film, in words to be spoken: the cut that it moved with the shots beside
 * it, a few changes one by one, or how many. Empty where the film is as it was.
 */
export function editWords(before: Plan, after: Plan): string {
  const [was, is] = [filmOf(before), filmOf(after)];
  const moved = movedCuts(was, is);
  if (moved?.length === 1 && moved[0]! > 0) return cutWords(is, moved[0]!);
  if (moved && moved.length > 1) {
    const by = new Set(moved.map((cut) => is.shots[cut]!.start - was.shots[cut]!.start));
    const [one] = by;
    const far =
      by.size === 1 ? ` ${plural(Math.abs(one!), 'frame')} ${one! > 0 ? 'later' : 'earlier'}` : '';
    return `Cuts ${moved[0]!} to ${moved.at(-1)!}: ${plural(moved.length, 'cut')} moved${far}.`;
  }
  const changes = changesOf(before, after);
  const more = changes.length - TOLD;
  return [
    ...changes.slice(0, TOLD).map(({ words }) => words),
    ...(more > 0 ? [`And ${plural(more, 'change')} more.`] : []),
  ].join(' ');
}
