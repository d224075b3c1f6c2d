import { filmOf, layersAt, phrasesAt, type Film } from '../../film/index.ts';
import { PARAMETER_UNITS, type PictureValues } from '../../motion/index.ts';
import { PARAMETERS, type Parameter, type Plan } from '../../plan/index.ts';
import { frames } from '../../time/index.ts';
import { Differences, type Difference } from './differences.ts';
import type { Reading } from './reading.ts';
import { typedTracks, typedValue, type TypedTrack } from './stand-ins/typed-keys.ts';

/** The parameter that a sheet calls by a name. */
const parameterOf = (name: string): Parameter | undefined =>
  PARAMETERS.find((of) => PARAMETER_UNITS[of].name === name);

/** What a track moves: a side of a cut, or a phrase. */
interface Moved {
  readonly kind: 'cut' | 'phrase' | 'shot';
  readonly number: number;
}

function movedOf({ at }: TypedTrack): Moved | null {
  const [, kind, number] = /^(cut|phrase|shot) (\d+)$/.exec(at) ?? [];
  return kind ? { kind: kind as Moved['kind'], number: Number(number) } : null;
}

/** The values that the plan has on a frame for what a track moves; null where it is not seen. */
function plannedValues(
  film: Film,
  { side }: TypedTrack,
  { kind, number }: Moved,
  frame: number,
): PictureValues | null {
  if (kind === 'phrase')
    return (
      phrasesAt(film, frames(frame)).find(({ facts }) => facts.index === number - 1)?.values ?? null
    );
  const shot = side === 'in' ? number : number - 1;
  // Of two windows on one frame, a fault of the plan, one is seen.
  const windows = film.joins.filter(
    (join) =>
      (join.cut === shot || join.cut === shot + 1) &&
      frame >= join.frame - join.before &&
      frame < join.frame + join.after,
  );
  if (windows.length > 1) return null;
  return layersAt(film, frames(frame)).find((layer) => layer.shot === shot)?.values ?? null;
}

/** How far a value that was typed may be from the planned one: both are rounded. */
const near = (value: number): number => 0.002 + Math.abs(value) * 1e-4;

/** The frames of the clips that stand beside keys, against the plan. */
function clipFramesOff(film: Film, { keys, side, at }: TypedTrack, moved: Moved): Difference[] {
  return keys.flatMap(({ row, frame, clip, clipFrame }): Difference[] => {
    if (clipFrame === null) return [];
    const shown = layersAt(film, frames(frame));
    const facts = moved.kind === 'shot' ? film.shots[moved.number - 1] : undefined;
    const layer = side === 'in' ? shown.at(-1) : shown[0];
    const source = facts?.time ? facts.time.at(frame - facts.start) : layer?.source;
    const name = facts?.clip?.name ?? layer?.clip?.name;
    if (source === undefined || (source === clipFrame && name === clip)) return [];
    const wanted = `${name ?? 'no clip'} ${source}`;
    const why = `Row ${row} names another frame of the clip (${at}).`;
    return [{ from: frame, to: frame, wanted, found: `${clip} ${clipFrame}`, why }];
  });
}

/**
 * Proves a key sheet: its keys are typed and eased by code that shares nothing with what wrote
 * them, and compared with the values that the plan has on every frame between the first and the
 * last of each track. Speeds, levels and what steadies are compared by the frames that stand
 * beside them.
 */
export function keysReading(
  plan: Plan,
  text: string,
  progress: (part: number) => void,
): Omit<Reading, 'how'> {
  const film = filmOf(plan);
  const { tracks, unread } = typedTracks(text);
  const wrong = new Differences();
  const compared = new Set<number>();
  const off = new Set<number>();
  const beside: Difference[] = [];
  tracks.forEach((track, n) => {
    progress(n / tracks.length);
    const moved = movedOf(track);
    if (!moved) return;
    beside.push(...clipFramesOff(film, track, moved));
    const of = parameterOf(track.parameter);
    if (!of || moved.kind === 'shot') return;
    const { times, unit } = PARAMETER_UNITS[of];
    const [first, last] = [track.keys[0]!.frame, track.keys.at(-1)!.frame];
    for (let frame = first; frame <= Math.min(last, first + 100_000); frame++) {
      const planned = plannedValues(film, track, moved, frame);
      if (!planned) continue;
      compared.add(frame);
      const [wanted, found] = [planned[of] * times, typedValue(track, frame)];
      if (Math.abs(wanted - found) <= near(wanted)) continue;
      off.add(frame);
      wrong.add(frame, {
        key: `${track.at} ${track.side} ${of}`,
        wanted: `${track.parameter} ${wanted.toFixed(3)} ${unit}`,
        found: `${found.toFixed(3)} ${unit}`,
        ...{ why: `The keys of ${track.at} give another value.`, near: false },
      });
    }
  });
  return {
    frames: compared.size,
    equal: compared.size - off.size,
    near: [],
    wrong: [
      ...unread.map(({ where, words }) => ({
        ...{ from: 0, to: 0, wanted: '', found: where, why: words },
      })),
      ...beside,
      ...wrong.all,
    ],
  };
}
