/**
 * How a number that counts frames of the film follows a change of the plan's rate:
 * - `time`: an instant or a distance either way keeps its time;
 * - `length`: keeps its time and stays at least a frame;
 * - `count`: keeps its time, and may become nothing;
 * - `label`: the timecode stays, counted anew;
 * - `cut`: one that is on a cue is rounded anew from the cue's true time, else it keeps its time;
 * - `own`: it says itself at which rate it counts, or fits itself to its window.
 */
export type RateRule = 'time' | 'length' | 'count' | 'label' | 'cut' | 'own';

/** A field that counts frames, with what one of it is called where roundings are told. */
export interface RateField {
  readonly rule: RateRule;
  readonly what: string;
}

const field = (rule: RateRule, what: string): RateField => ({ rule, what });

const settings = (path: string): Record<string, RateField> => ({
  [`${path}.before.n`]: field('own', 'window'),
  [`${path}.after.n`]: field('own', 'window'),
  [`${path}.blend.n`]: field('own', 'window'),
  [`${path}.keys[].at.length.n`]: field('own', 'join key'),
});

const phrase = (path: string): Record<string, RateField> => ({
  [`${path}.in.n`]: field('own', 'phrase'),
  [`${path}.hold.n`]: field('own', 'phrase'),
  [`${path}.out.n`]: field('own', 'phrase'),
  [`${path}.keys[].at.length.n`]: field('own', 'phrase key'),
});

const anchor = (path: string, what: string): Record<string, RateField> => ({
  [`${path}.by`]: field('time', what),
  [`${path}.frame`]: field('time', what),
});

/**
 * The rule of every field of a plan that counts frames of the film, by its place in the document.
 */
export const RATE_RULES: Readonly<Record<string, RateField>> = {
  target: field('length', 'target'),
  start: field('label', 'start timecode'),
  lead: field('count', 'lead'),
  'wishes.pacing.points[].frame': field('time', 'pace point'),
  'wishes.pacing.points[].length': field('length', 'pace point'),
  'wishes.pacing.arcs[].from.frame': field('time', 'arc'),
  'wishes.pacing.arcs[].shortest': field('length', 'length limit'),
  'wishes.pacing.arcs[].longest': field('length', 'length limit'),
  'wishes.bursts[].end': field('length', 'short-shot run'),
  'wishes.bursts[].each': field('length', 'short-shot run'),
  'wishes.shortest': field('length', 'length limit'),
  'wishes.longest': field('length', 'length limit'),
  'wishes.handles': field('count', 'handle'),
  'wishes.pins[].frame': field('length', 'pinned clip'),
  'music.place': field('time', 'sound place'),
  'sounds[].place': field('time', 'sound place'),
  'score.length': field('length', 'length'),
  'score.shots[].start': field('cut', 'off-cue cut'),
  'score.shots[].ramp[].at': field('time', 'ramp key'),
  'score.shots[].sound.fadeIn': field('count', 'fade'),
  'score.shots[].sound.fadeOut': field('count', 'fade'),
  'score.shots[].sound.lead': field('count', 'lead of a sound'),
  'score.shots[].sound.lag': field('count', 'lag of a sound'),
  ...settings('score.shots[].join.set'),
  'ramps[].keys[].at': field('time', 'ramp key'),
  ...settings('recipes[].settings'),
  ...phrase('recipes[].settings'),
  ...phrase('phrases[].set'),
  ...anchor('phrases[].at', 'phrase'),
  ...anchor('phrases[].to', 'phrase'),
  'recipes[].effects[].by': field('time', 'effect'),
  'recipes[].effects[].over.n': field('own', 'effect'),
  'recipes[].effects[].fade': field('count', 'fade'),
  ...anchor('effects[].at', 'effect'),
  ...anchor('effects[].from', 'effect'),
  ...anchor('effects[].to', 'effect'),
  'effects[].fade': field('count', 'fade'),
  'notes[].frame': field('time', 'note'),
};
