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

/** A field that counts frames, with what it is called where roundings are told. */
export interface RateField {
  readonly rule: RateRule;
  readonly what: string;
}

const field = (rule: RateRule, what: string): RateField => ({ rule, what });

const settings = (path: string): Record<string, RateField> => ({
  [`${path}.before.n`]: field('own', 'windows'),
  [`${path}.after.n`]: field('own', 'windows'),
  [`${path}.keys[].at`]: field('own', 'keys of joins'),
  [`${path}.keyed.before`]: field('own', 'keys of joins'),
  [`${path}.keyed.after`]: field('own', 'keys of joins'),
});

const anchor = (path: string): Record<string, RateField> => ({
  [`${path}.by`]: field('time', 'effects'),
  [`${path}.frame`]: field('time', 'effects'),
});

/**
 * The rule of every field of a plan that counts frames of the film, by its place in the document.
 */
export const RATE_RULES: Readonly<Record<string, RateField>> = {
  target: field('length', 'the target'),
  start: field('label', 'the start timecode'),
  lead: field('count', 'the lead'),
  'wishes.pacing.points[].frame': field('time', 'points of the pace'),
  'wishes.pacing.points[].length': field('length', 'points of the pace'),
  'wishes.bursts[].end': field('length', 'runs of short shots'),
  'wishes.bursts[].each': field('length', 'runs of short shots'),
  'wishes.shortest': field('length', 'limits of lengths'),
  'wishes.longest': field('length', 'limits of lengths'),
  'wishes.handles': field('count', 'handles'),
  'wishes.pins[].frame': field('length', 'pinned clips'),
  'music.place': field('time', 'places of sounds'),
  'sounds[].place': field('time', 'places of sounds'),
  'score.length': field('length', 'the length'),
  'score.shots[].start': field('cut', 'cuts off the cues'),
  'score.shots[].ramp[].at': field('time', 'keys of ramps'),
  ...settings('score.shots[].join.set'),
  'ramps[].keys[].at': field('time', 'keys of ramps'),
  ...settings('recipes[].settings'),
  'recipes[].effects[].by': field('time', 'effects'),
  ...anchor('effects[].at'),
  ...anchor('effects[].from'),
  ...anchor('effects[].to'),
  'effects[].fade': field('count', 'fades'),
  'notes[].frame': field('time', 'notes'),
};
