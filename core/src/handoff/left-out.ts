import { carriedOverlaps } from './carried-overlaps.ts';
import { filmOf, isEffectInUse, isMove, isPhraseInUse, type Film } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { plural, sameRate } from '../time/index.ts';
import { levelKeys } from './level-keys.ts';
import type { HandoffFormat } from './format.ts';

/** What of a plan is more than cuts at constant speeds. */
interface Beyond {
  readonly ramps: number;
  /** Cuts whose pictures move. */
  readonly moves: number;
  /** Shots whose shake is taken away, and those whose pictures have another shape. */
  readonly steadied: number;
  readonly framed: number;
  /** Phrases in use. */
  readonly phrases: number;
  /** Overlaps that a timeline writes as cuts, without movement and with it. */
  readonly cutDissolves: number;
  readonly cutMoves: number;
  /** Clips of another rate than the film's. */
  readonly otherRates: number;
  /** Sounds beside the music. */
  readonly sounds: number;
  /** Sound effects in use. */
  readonly effects: number;
  /** Shots whose own sound is heard. */
  readonly own: number;
  /** Levels of sounds set by hand, of what is muted, and of music under speech. */
  readonly levels: number;
}

function beyondOf(film: Film): Beyond {
  const { plan, joins, shots } = film;
  const used = joins.filter(isMove);
  const dissolves = used.filter((j) => j.overlap && j.settings.move === 'plain');
  const carried = carriedOverlaps(film);
  const moving = used.filter((j) => j.overlap && j.settings.move !== 'plain');
  const lost = (list: typeof used) => list.filter(({ cut }) => !carried.has(cut)).length;
  const rates = shots.filter(({ clip }) => clip && !sameRate(clip.rate, plan.rate));
  return {
    ramps: shots.filter(({ ramp }) => ramp).length,
    moves: used.length - dissolves.length,
    steadied: shots.filter(({ shot, clip }) => shot.steady && clip).length,
    framed: shots.filter(({ framed }) => framed).length,
    phrases: film.phrases.filter(isPhraseInUse).length,
    cutDissolves: lost(dissolves),
    cutMoves: lost(moving),
    otherRates: new Set(rates.map(({ clip }) => clip!.id)).size,
    sounds: plan.sounds.length,
    effects: film.effects.filter(isEffectInUse).length,
    levels: levelKeys(film).length,
    own: new Set(film.audioEvents.flatMap(({ of, id }) => (of === 'own' ? [id] : []))).size,
  };
}

/** Why an overlap is written as a cut. */
const AS_CUTS = 'beside a ramp, with a picture that is held, or longer than what lies beside it';

/** What formats do not carry of a count of a plan, or only in another form, in a sentence. */
interface Loss {
  readonly of: keyof Beyond;
  readonly formats: readonly HandoffFormat['id'][];
  readonly say: (count: number, format: HandoffFormat['id']) => string;
}

const LOSSES: readonly Loss[] = [
  {
    of: 'ramps',
    formats: ['html'],
    say: (n) =>
      `${plural(n, 'ramp')} as the speeds between which they go; their keys stand in the CSV.`,
  },
  {
    of: 'ramps',
    formats: ['edl', 'otio'],
    say: (n, format) =>
      `${plural(n, 'ramp')} as steps of constant speed, each frame within one source frame of the curve${format === 'otio' ? '; the keys stand in the metadata' : ''}.`,
  },
  {
    of: 'cutDissolves',
    formats: ['edl', 'otio'],
    say: (n) => `${plural(n, 'dissolve')} as cuts: ${AS_CUTS}.`,
  },
  {
    of: 'cutMoves',
    formats: ['otio'],
    say: (n) => `${plural(n, 'overlap')} with movement as cuts: ${AS_CUTS}.`,
  },
  {
    of: 'otherRates',
    formats: ['edl'],
    say: (n) =>
      `${plural(n, 'clip')} of another rate by time: source labels count the frames of the file, and the speed line says how many of them are played in a second.`,
  },
  {
    of: 'sounds',
    formats: ['edl'],
    say: (n) =>
      `${plural(n, 'sound')} beside the music only as comments: they are in the guide track.`,
  },
  {
    of: 'moves',
    formats: ['edl'],
    say: (n) => `${plural(n, 'move')} only as comments: the form knows cuts and dissolves.`,
  },
  {
    of: 'moves',
    formats: ['otio'],
    say: (n) =>
      `${plural(n, 'move')} as values frame by frame in the metadata, which only a reader that knows them shows.`,
  },
  {
    of: 'phrases',
    formats: ['edl'],
    say: (n) => `${plural(n, 'phrase')} only as comments with their keys.`,
  },
  {
    of: 'phrases',
    formats: ['otio'],
    say: (n) =>
      `${plural(n, 'phrase')} as markers on the picture track with their keys in the metadata, which only a reader that knows them shows.`,
  },
  {
    of: 'phrases',
    formats: ['csv'],
    say: (n) => `${plural(n, 'phrase')} by kind and frames: their keys stand in the key sheet.`,
  },
  {
    of: 'steadied',
    formats: ['edl'],
    say: (n) => `${plural(n, 'steadied shot')} as filmed: the keys stand in the key sheet.`,
  },
  {
    of: 'steadied',
    formats: ['otio'],
    say: (n) =>
      `${plural(n, 'steadied shot')} with the keys in the metadata, which only a reader that knows them shows.`,
  },
  {
    of: 'steadied',
    formats: ['csv', 'html'],
    say: (n) =>
      `${plural(n, 'steadied shot')} by length and scale: the keys stand in the key sheet.`,
  },
  {
    of: 'framed',
    formats: ['edl'],
    say: (n) =>
      `How ${plural(n, 'picture')} of another shape ${n === 1 ? 'lies' : 'lie'} in the film.`,
  },
  {
    of: 'framed',
    formats: ['otio'],
    say: (n) =>
      `How ${plural(n, 'picture')} of another shape ${n === 1 ? 'lies' : 'lie'} in the film only in the metadata.`,
  },
  {
    of: 'effects',
    formats: ['edl'],
    say: (n) => `${plural(n, 'sound effect')} not at all: they are in the guide track.`,
  },
  {
    of: 'effects',
    formats: ['otio'],
    say: (n) =>
      `${plural(n, 'sound effect')} on tracks of their own, on whole frames; exact peaks, pitch and level stand in the metadata.`,
  },
  {
    of: 'effects',
    formats: ['csv'],
    say: () => 'Of sound effects those at the cut of each row, by name, time, rate and level.',
  },
  {
    of: 'own',
    formats: ['edl'],
    say: (n) =>
      `The own sound of ${plural(n, 'shot')} as events of ${n === 1 ? 'its' : 'their'} own on the nearest frames; levels and fades as comments, pitch not at all.`,
  },
  {
    of: 'own',
    formats: ['otio'],
    say: (n) =>
      `The own sound of ${plural(n, 'shot')} on tracks of ${n === 1 ? 'its' : 'their'} own; levels, fades and pitch stand in the metadata.`,
  },
  {
    of: 'levels',
    formats: ['edl', 'otio'],
    say: (n, format) =>
      `${plural(n, 'level')} of sounds only ${format === 'edl' ? 'as comments' : 'in the metadata'}: they are in the guide track.`,
  },
  {
    of: 'levels',
    formats: ['csv', 'html'],
    say: (n) => `${plural(n, 'level')} of sounds not at all: they stand in the key sheet.`,
  },
  {
    of: 'moves',
    formats: ['csv'],
    say: () => 'Of moves their windows and keys, not the pictures.',
  },
];

/**
 * What a format does not carry of a plan, or only in another form, in sentences; empty when it
 * carries all.
 */
export function leftOut(plan: Plan, format: HandoffFormat['id']): string[] {
  const beyond = beyondOf(filmOf(plan));
  return LOSSES.filter(({ of, formats }) => beyond[of] > 0 && formats.includes(format)).map(
    ({ of, say }) => say(beyond[of], format),
  );
}
