type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The four ways of version 3 as directions on the screen, in degrees clockwise from the right. */
const WAYS: Readonly<Record<string, number>> = { right: 0, down: 90, left: 180, up: 270 };
const wayNow = (way: unknown): unknown => WAYS[String(way)] ?? way;

/** Along which axis version 3 blurred: across for left and right, else down. */
const blurredAlong = (way: unknown): number => (way === 'up' || way === 'down' ? 90 : 0);

/** Frames of each half of the usual window of an own move. */
const USUAL_OWN = 5;

/** What settings had no word for before version 4. */
const NEW_SETTINGS: Json = {
  blend: null,
  peakIn: null,
  shiftIn: null,
  wayIn: null,
  turnIn: null,
  remains: 'stays',
  blurIn: null,
  radial: 0,
  radialIn: null,
  flash: 0,
  flashIn: null,
  dip: 0,
  dipIn: null,
  about: 'aim',
  blurAlong: null,
};

interface Halves {
  readonly before: number;
  readonly after: number;
}

const framesOfSpan = (span: unknown): number | null =>
  isObject(span) && span.unit === 'frames' ? Number(span.n) : null;

/** The window in whose frames the keys of an own move were set; null where it was not known. */
function keyedIn({ keyed, before, after }: Json): Halves | null {
  if (isObject(keyed)) return { before: Number(keyed.before), after: Number(keyed.after) };
  const halves = { before: framesOfSpan(before), after: framesOfSpan(after) };
  return halves.before === null || halves.after === null ? null : (halves as Halves);
}

/** Keys that counted frames from the cut, each at its part of the half it lay in. */
function keysNow(keys: unknown, keyed: Halves | null, rate: unknown): unknown {
  if (!Array.isArray(keys)) return keys;
  return keys.map((key: unknown) => {
    if (!isObject(key) || typeof key.at !== 'number') return key;
    const of = key.at < 0 ? 'before' : 'after';
    const steps = key.at < 0 ? -1 - key.at : key.at;
    const most = keyed && keyed[of] - 1;
    const at =
      most === null
        ? {
            by: 'length',
            of,
            from: 'near',
            length: { unit: 'frames', n: steps, at: rate, keep: 'time' },
          }
        : { by: 'part', of, part: most > 0 ? { num: steps, den: most } : { num: 0, den: 1 } };
    return { ...key, at };
  });
}

/**
 * Settings of a join, or some of them, as version 4 keeps them. `all` are those that were in force
 * there, by which their keys are understood.
 */
function settingsNow(settings: Json, all: Json, rate: unknown): Json {
  const { keyed: _keyed, keys, way, cover, ...rest } = settings;
  return {
    ...rest,
    ...(way !== undefined && { way: wayNow(way) }),
    ...(cover !== undefined && { cover: cover === true ? 'each' : cover === false ? 'no' : cover }),
    ...(keys !== undefined && { keys: keysNow(keys, keyedIn(all), rate) }),
  };
}

/** A recipe of version 3 as one of version 4. `rate` is that of its plan. */
export function recipeOfVersion4(recipe: unknown, rate: unknown): unknown {
  if (!isObject(recipe) || 'for' in recipe || !isObject(recipe.settings)) return recipe;
  const { settings } = recipe;
  const own = settings.move === 'own' && { blurAlong: blurredAlong(settings.way) };
  const now = { ...NEW_SETTINGS, ...settingsNow(settings, settings, rate), ...own };
  return { ...recipe, for: 'cut', settings: now };
}

/** The join of a shot of version 3 as one of version 4. */
function joinNow(join: Json, recipes: readonly unknown[], rate: unknown): Json {
  const set = isObject(join.set) ? join.set : {};
  const found = recipes.find((recipe) => isObject(recipe) && recipe.id === join.recipe);
  const recipe = isObject(found) && isObject(found.settings) ? found.settings : null;
  const follows = recipe !== null && (set.move === undefined || set.move === recipe.move);
  const usual = { unit: 'frames', n: USUAL_OWN };
  const base: Json = follows ? recipe : { before: usual, after: usual, way: 'left' };
  const all: Json = {
    move: 'plain',
    ...base,
    ...(join.way !== undefined && { way: join.way }),
    ...set,
  };
  const moved = follows ? set.way !== undefined || join.way !== undefined : true;
  return {
    ...join,
    ...(join.way !== undefined && { way: wayNow(join.way) }),
    set: {
      ...settingsNow(set, all, rate),
      // What was said by the way alone, and what a turn left standing.
      ...(all.move === 'own' && moved && { blurAlong: blurredAlong(all.way) }),
      ...(all.move === 'hinge' &&
        (set.aim !== undefined || set.turn !== undefined) && { remains: 'stays' }),
    },
  };
}

/**
 * A plan of version 3 as one of version 4: ways are directions in degrees, keys lie at parts of
 * their half of the window, edges are hidden by frame or by window, recipes say what they are for,
 * and there are phrases.
 */
export function toVersion4(plan: Json): Json {
  const { recipes, score, rate } = plan;
  const kept = Array.isArray(recipes) ? (recipes as readonly unknown[]) : [];
  const shots = isObject(score) && Array.isArray(score.shots) ? (score.shots as unknown[]) : null;
  return {
    ...plan,
    version: 4,
    phrases: [],
    ...(Array.isArray(recipes) && {
      recipes: kept.map((recipe) => recipeOfVersion4(recipe, rate)),
    }),
    ...(shots && {
      score: {
        ...(score as Json),
        shots: shots.map((shot) =>
          isObject(shot) && isObject(shot.join)
            ? { ...shot, join: joinNow(shot.join, kept, rate) }
            : shot,
        ),
      },
    }),
  };
}
