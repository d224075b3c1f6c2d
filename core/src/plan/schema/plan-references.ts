import type { Recipe } from './recipe-schema.ts';
import type { Score } from './shot-schema.ts';

interface WithId {
  readonly id: string;
}

/** The parts of a plan that name one another by id. */
interface Referring {
  readonly music: WithId | null;
  readonly sounds: readonly WithId[];
  readonly clips: readonly WithId[];
  readonly score: Score | null;
  readonly phrases: readonly (WithId & { readonly recipe?: string | undefined })[];
  readonly recipes: readonly Recipe[];
  readonly ramps: readonly WithId[];
  readonly effectFiles: readonly WithId[];
  readonly effects: readonly (WithId & { readonly effect: string })[];
}

/** Something in a plan that names what is not there, or two things of one name. */
interface BrokenReference {
  readonly path: readonly (string | number)[];
  readonly message: string;
}

const idsOf = (things: readonly WithId[]): Set<string> => new Set(things.map(({ id }) => id));

/** Lists of which no two may have one id, with what one of them is called. */
function sharedIds(plan: Referring): BrokenReference[] {
  const sounds = [...(plan.music ? [plan.music] : []), ...plan.sounds];
  const lists: readonly (readonly [path: string, word: string, things: readonly WithId[]])[] = [
    ['sounds', 'sounds', sounds],
    ['clips', 'clips', plan.clips],
    ['phrases', 'phrases', plan.phrases],
    ['recipes', 'recipes', plan.recipes],
    ['ramps', 'ramps', plan.ramps],
    ['effectFiles', 'files of effects', plan.effectFiles],
    ['effects', 'effects', plan.effects],
  ];
  return lists
    .filter(([, , things]) => idsOf(things).size < things.length)
    .map(([path, word]) => ({ path: [path], message: `Two ${word} have the same id.` }));
}

/** Shots that show a clip, follow a ramp or have a recipe that is not there. */
function brokenShots({ score, clips, recipes, ramps }: Referring): BrokenReference[] {
  const [clipIds, rampIds] = [idsOf(clips), idsOf(ramps)];
  const recipeIds = idsOf(recipes.filter((recipe) => recipe.for === 'cut'));
  return (score?.shots ?? []).flatMap((shot, i): BrokenReference[] => {
    const broken = (field: string, message: string): BrokenReference => ({
      path: ['score', 'shots', i, field],
      message: `${message} that is not in the plan.`,
    });
    const { join, rampOf, clip } = shot;
    return [
      ...(join?.recipe !== undefined && !recipeIds.has(join.recipe)
        ? [broken('join', `Cut ${i} follows a recipe`)]
        : []),
      ...(rampOf !== undefined && !rampIds.has(rampOf)
        ? [broken('rampOf', `Shot ${i + 1} follows a ramp`)]
        : []),
      ...(clip !== null && !clipIds.has(clip) ? [broken('clip', `Shot ${i + 1} uses a clip`)] : []),
    ];
  });
}

/** Phrases that follow a recipe that is not there, or one for cuts. */
function brokenPhrases({ phrases, recipes }: Referring): BrokenReference[] {
  const ids = idsOf(recipes.filter((recipe) => recipe.for === 'phrase'));
  return phrases.flatMap(({ recipe }, i): BrokenReference[] =>
    recipe === undefined || ids.has(recipe)
      ? []
      : [
          {
            path: ['phrases', i, 'recipe'],
            message: `Phrase ${i + 1} follows a recipe that is not in the plan.`,
          },
        ],
  );
}

/**
 * Everything in a plan that names by id what is not there, and lists in which an id stands twice.
 */
export function brokenReferences(plan: Referring): BrokenReference[] {
  const files = idsOf(plan.effectFiles);
  return [
    ...sharedIds(plan),
    ...plan.effects.flatMap(({ effect }, i): BrokenReference[] =>
      files.has(effect)
        ? []
        : [
            {
              path: ['effects', i, 'effect'],
              message: `Effect ${i + 1} uses a file that is not in the plan.`,
            },
          ],
    ),
    ...plan.recipes.flatMap(({ name, effects = [] }, i): BrokenReference[] =>
      effects.every(({ effect }) => files.has(effect))
        ? []
        : [
            {
              path: ['recipes', i, 'effects'],
              message: `Recipe “${name}” uses a file of an effect that is not in the plan.`,
            },
          ],
    ),
    ...brokenShots(plan),
    ...brokenPhrases(plan),
  ];
}
