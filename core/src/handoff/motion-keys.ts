import { easedAt, easingText, LINEAR } from '../curves/index.ts';
import { layersAt, remembered, type Film } from '../film/index.ts';
import { joinValues, moveKeys, type Side } from '../joins/index.ts';
import {
  AT_REST,
  PARAMETER_UNITS,
  type Look,
  type PictureValues,
  type ValueKey,
} from '../motion/index.ts';
import { PARAMETERS, type Parameter } from '../plan/index.ts';

/** A key of a join or a phrase, as a person types it in another program. */
export interface MotionKeyRow {
  /** What it belongs to: “cut 5” or “phrase 2”, and what that is called. */
  readonly at: string;
  readonly name: string;
  /** Of which picture of a cut; null for the composed picture of a phrase. */
  readonly side: Side | null;
  readonly frame: number;
  readonly clip: string;
  /** The frame of the clip that is shown there; null outside the film. */
  readonly clipFrame: number | null;
  readonly of: Parameter;
  /** In the unit of its parameter. */
  readonly value: number;
  /** How it goes over to the next key in the words of CSS; empty for the last one. */
  readonly easing: string;
  readonly look: Look;
}

type Named = Pick<MotionKeyRow, 'at' | 'name' | 'side' | 'look'>;

/** The keys of one parameter as rows; frames of keys are counted from `zero`. */
function rowsOf(
  film: Film,
  named: Named,
  { of, keys, zero }: { of: Parameter; keys: readonly ValueKey[]; zero: number },
): MotionKeyRow[] {
  return keys.map(({ at, value, ease }, i) => {
    const frame = zero + at;
    const layers = layersAt(film, frame);
    const layer = named.side === 'in' ? layers.at(-1) : layers[0];
    return {
      ...named,
      frame,
      clip: layer?.clip?.name ?? '',
      clipFrame: layer ? layer.source : null,
      of,
      value: Math.round(value * PARAMETER_UNITS[of].times * 1e4) / 1e4,
      easing: i === keys.length - 1 ? '' : easingText(ease),
    };
  });
}

/** Difference of a value from its keys that is worth a key of its own. */
const WORTH = 1e-4;

/** The value of keys on a frame between the first and the last of them. */
function valueOn(keys: readonly ValueKey[], at: number): number {
  const i = Math.max(
    0,
    keys.findLastIndex((key) => key.at <= at),
  );
  const [key, next] = [keys[i]!, keys[i + 1]];
  if (!next || next.at === key.at) return key.value;
  const part = (at - key.at) / (next.at - key.at);
  return key.value + easedAt(key.ease, part) * (next.value - key.value);
}

/**
 * Keys of a parameter as it is seen: as they were set where they give what is seen on every frame,
 * or one on each frame where a cover makes more of them. `seen`: the values frame by frame.
 */
function asSeen(
  of: Parameter,
  keys: readonly ValueKey[],
  seen: readonly { readonly at: number; readonly values: PictureValues }[],
): readonly ValueKey[] {
  const isSet = seen.every(
    ({ at, values }) =>
      Math.abs((keys.length > 0 ? valueOn(keys, at) : AT_REST[of]) - values[of]) <= WORTH,
  );
  return isSet ? keys : seen.map(({ at, values }) => ({ at, value: values[of], ease: LINEAR }));
}

const kept = remembered<Film, readonly MotionKeyRow[]>();

/** Every key of every join and phrase in use, cut by cut and phrase by phrase. */
export const motionKeys = (film: Film): readonly MotionKeyRow[] =>
  kept(film, [], () => allKeys(film));

function allKeys(film: Film): MotionKeyRow[] {
  const inJoins = film.joins.flatMap((join) => {
    const { cut, frame, before, after, settings } = join;
    if (before + after === 0) return [];
    const name = settings.move.replace('-', ' ');
    return (['out', 'in'] as const).flatMap((side) => {
      const tracks = moveKeys(side, settings, join);
      const named = { at: `cut ${cut}`, name, side, look: settings };
      const seen = joinValues(join)[side].map((values) => ({ at: values.at, values }));
      return PARAMETERS.flatMap((of) =>
        rowsOf(film, named, { of, keys: asSeen(of, tracks[of] ?? [], seen), zero: frame }),
      );
    });
  });
  const inPhrases = film.phrases.flatMap(
    ({ phrase, index, settings, motion, pictured, start, end }) => {
      if (phrase.off || end <= start) return [];
      const recipe = film.plan.recipes.find(({ id }) => id === phrase.recipe);
      const name = recipe?.name ?? settings.kind;
      const named = { at: `phrase ${index + 1}`, name, side: null, look: settings };
      const seen = Array.from({ length: end - start }, (_, at) => ({ at, values: pictured(at) }));
      return PARAMETERS.flatMap((of) =>
        rowsOf(film, named, { of, keys: asSeen(of, motion.tracks[of] ?? [], seen), zero: start }),
      );
    },
  );
  return [...inJoins, ...inPhrases];
}

/** The rows of one parameter of one picture together, in the order in which they come. */
export function byTrack(rows: readonly MotionKeyRow[]): (readonly MotionKeyRow[])[] {
  const tracks = new Map<string, MotionKeyRow[]>();
  for (const row of rows) {
    const key = `${row.at} ${row.side ?? ''} ${row.of}`;
    const track = tracks.get(key);
    if (track) track.push(row);
    else tracks.set(key, [row]);
  }
  return [...tracks.values()];
}
