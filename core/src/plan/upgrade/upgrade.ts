import type { Correction } from '../../listen/index.ts';
import { NOTHING_FOUND } from '../../listen/index.ts';
import { samples } from '../../time/index.ts';
import { recipeOfVersion4, toVersion4 } from './to-version-4.ts';

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The corrections of version 1 (a level and a shift of the downbeat) as a list. */
function correctionsOf(music: Json): Correction[] {
  const { level = 0, downbeatShift = 0 } = (music.corrections ?? {}) as {
    level?: number;
    downbeatShift?: number;
  };
  const analysis = music.analysis as { beats?: { at: number }[]; downbeats?: number[] } | undefined;
  const turn = analysis?.beats?.[(analysis.downbeats?.[0] ?? 0) + downbeatShift]?.at;
  return [
    ...Array.from({ length: Math.abs(level) }, (): Correction => ({
      do: level > 0 ? 'double' : 'halve',
    })),
    ...(downbeatShift > 0 && turn !== undefined
      ? [{ do: 'downbeat', at: samples(turn) } as const]
      : []),
  ];
}

/**
 * A plan of version 1 as one of version 2, which keeps several sounds, each with its place,
 * everything found in it, and a list of corrections.
 */
function toVersion2(plan: Json): Json {
  const { music } = plan;
  return {
    ...plan,
    form: 2,
    sounds: [],
    music: isObject(music)
      ? {
          ...music,
          id: 'sound-1',
          kind: 'music',
          found: NOTHING_FOUND,
          corrections: correctionsOf(music),
          cueEdits: [],
          sectionNames: [],
          switches: {},
          place: 0,
        }
      : music,
  };
}

/** An object with a field under another name, where it has it. */
function renamed(object: Json, from: string, to: string): Json {
  const { [from]: value, ...rest } = object;
  return value === undefined ? rest : { ...rest, [to]: value };
}

const renamedInEach = (list: unknown, from: string, to: string): unknown =>
  Array.isArray(list)
    ? list.map((item) => (isObject(item) ? renamed(item, from, to) : item))
    : list;

/** Kinds of faults of effects were called after accents. */
const kindNow = (code: unknown): unknown =>
  typeof code === 'string' ? code.replace(/^accent-/, 'effect-') : code;

/**
 * A plan of version 2 as one of version 3, which names things otherwise: files of effects and
 * effects, what is kept of the colour and harmony of a sound, its own version.
 */
function toVersion3(plan: Json): Json {
  const { form: _form, effects, accents, recipes, music, sounds, quiet, ...rest } = plan;
  const sound = (value: unknown) =>
    isObject(value) ? renamed(value, 'texture', 'chromaAndTimbre') : value;
  return {
    ...rest,
    version: 3,
    music: sound(music),
    sounds: Array.isArray(sounds) ? sounds.map(sound) : sounds,
    ...(effects !== undefined && { effectFiles: effects }),
    ...(accents !== undefined && { effects: accents }),
    ...(recipes !== undefined && { recipes: renamedInEach(recipes, 'accents', 'effects') }),
    ...(quiet !== undefined && { quiet: Array.isArray(quiet) ? quiet.map(kindNow) : quiet }),
  };
}

/**
 * A plan of an earlier version brought up step by step to the present one. Anything else is given
 * back as it is, for the check to refuse.
 */
export function upgraded(plan: unknown): unknown {
  if (!isObject(plan)) return plan;
  const steps = [
    [plan.form === 1, toVersion2],
    [plan.form === 1 || plan.form === 2, toVersion3],
  ] as const;
  const third =
    'version' in plan ? plan : steps.reduce((now, [due, step]) => (due ? step(now) : now), plan);
  return third.version === 3 ? toVersion4(third) : third;
}

/** The rate at which keys of a recipe are counted that do not say it. */
const USUAL_RATE = { num: 24, den: 1 };

/** Recipes of a file kept by an earlier version, as they are kept now; others as they are. */
export function upgradedRecipes(file: unknown): unknown {
  if (!isObject(file)) return file;
  const { effects, recipes, ...rest } = file;
  const renamedOnes = renamedInEach(recipes, 'accents', 'effects');
  return {
    ...rest,
    recipes: Array.isArray(renamedOnes)
      ? renamedOnes.map((recipe) => recipeOfVersion4(recipe, USUAL_RATE))
      : renamedOnes,
    ...(effects !== undefined && { effectFiles: effects }),
  };
}
