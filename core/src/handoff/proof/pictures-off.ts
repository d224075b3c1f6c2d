import type { Film } from '../../film/index.ts';
import { allowedIn, cutInstead, type ProvedFormat } from './allowed.ts';
import { NOTHING, type Off } from './differences.ts';
import type { ShownPicture } from './stand-ins/received.ts';
import type { WantedPicture } from './wanted.ts';

/** What a file is compared with. */
export interface Planned {
  readonly film: Film;
  readonly format: ProvedFormat;
  readonly frame: number;
}

const list = (pictures: readonly { readonly name: string; readonly source: number }[]): string =>
  pictures.map(({ name, source }) => `${name || 'no name'} ${source}`).join(' and ') || NOTHING;

/** What a number of pictures that is not the planned one is. */
function countWords(wanted: number, found: number): string {
  if (found === 0) return 'There is no picture.';
  if (wanted === 0) return 'There is a picture where none is planned.';
  return found < wanted ? 'One picture in place of two.' : 'Two pictures in place of one.';
}

/** What is off of as many pictures as are planned; null where nothing is. */
function eachOff(
  wanted: readonly WantedPicture[],
  found: readonly ShownPicture[],
  { film, format, frame }: Planned,
): Off | null {
  const said = { wanted: list(wanted), found: list(found) };
  const near: string[] = [];
  for (const [i, one] of wanted.entries()) {
    const other = found[i]!;
    if (one.clip === null || !other.clips.includes(one.clip))
      return { key: `clip ${one.shot}`, ...said, why: 'Another clip.', near: false };
    const off = other.source - one.source;
    if (off === 0) continue;
    const facts = film.shots[one.shot]!;
    const { by, why } = allowedIn(format, facts, film, frame - facts.start);
    if (Math.abs(off) > by) {
      const words = `Its source is ${off > 0 ? 'after' : 'before'} that of the plan.`;
      return { key: `source ${one.shot}`, ...said, why: words, near: false };
    }
    near.push(why);
  }
  return near[0] === undefined ? null : { key: near.join(' '), ...said, why: near[0], near: true };
}

/** What is off where a form has a cut in place of two pictures at once; null where it has not. */
function cutOff(
  wanted: readonly WantedPicture[],
  found: readonly ShownPicture[],
  planned: Planned,
): Off[] | null {
  const { film, format, frame } = planned;
  const join = film.joins[wanted[0]!.shot]!;
  const why = cutInstead(format, join, film.joins);
  const kept = [wanted[frame < join.frame ? 0 : 1]!].filter(({ clip }) => clip !== null);
  if (why === null || found.length !== kept.length) return null;
  const off = eachOff(kept, found, planned);
  const cut = {
    key: `join ${join.cut}`,
    wanted: list(wanted),
    found: list(found),
    why,
    near: true,
  };
  return off ? [cut, off] : [cut];
}

/** Whether two windows with two pictures each lie on a frame, which is a fault of the plan. */
const isDoubled = ({ film, frame }: Planned, shots: readonly WantedPicture[]): boolean =>
  new Set(
    shots.flatMap(({ shot }) =>
      [film.joins[shot - 1], film.joins[shot]].filter(
        (join) =>
          join && frame >= join.frame - join.blend.before && frame < join.frame + join.blend.after,
      ),
    ),
  ).size > 1;

/** What is not as planned of the pictures on a frame. */
export function picturesOff(
  given: readonly WantedPicture[],
  found: readonly ShownPicture[],
  planned: Planned,
): Off[] {
  const { film, format } = planned;
  const wanted = given.filter(({ clip }) => clip !== null);
  // The printed sheet says of a ramp where it begins and between which speeds it goes.
  const silent = format === 'html' && wanted.some(({ shot }) => film.shots[shot]!.ramp);
  if (silent && found.length < wanted.length) {
    const why = 'Of a ramp the sheet says its first frame and its speeds.';
    return [{ key: 'ramps', wanted: list(wanted), found: list(found), why, near: true }];
  }
  const off = given.length === 2 ? cutOff(given, found, planned) : null;
  if (off) return off;
  const why = countWords(wanted.length, found.length);
  const said = { wanted: list(wanted), found: list(found) };
  const one =
    wanted.length === found.length
      ? eachOff(wanted, found, planned)
      : { key: why, ...said, why, near: false };
  if (one && !one.near && isDoubled(planned, given)) {
    const doubled = 'Two windows lie on one frame: a fault of the plan.';
    return [{ key: 'doubled', ...said, why: doubled, near: true }];
  }
  return one ? [one] : [];
}
