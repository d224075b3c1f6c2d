import { carriedOverlaps } from './carried-overlaps.ts';
import { filmOf, type Film } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { plural, sameRate } from '../time/index.ts';
import type { HandoffFormat } from './format.ts';

/** What of a plan is more than cuts at constant speeds. */
interface Beyond {
  readonly ramps: number;
  /** Cuts whose pictures move. */
  readonly moves: number;
  /** Overlaps that a timeline writes as cuts, without movement and with it. */
  readonly cutDissolves: number;
  readonly cutMoves: number;
  /** Clips of another rate than the film's. */
  readonly otherRates: number;
  /** Sounds beside the music. */
  readonly sounds: number;
}

function beyondOf(film: Film): Beyond {
  const { plan, joins, shots } = film;
  const used = joins.filter((j) => j.before + j.after > 0);
  const dissolves = used.filter((j) => j.overlap && j.settings.move === 'plain');
  const carried = carriedOverlaps(film);
  const moving = used.filter((j) => j.overlap && j.settings.move !== 'plain');
  const lost = (list: typeof used) => list.filter(({ cut }) => !carried.has(cut)).length;
  const rates = shots.filter(({ clip }) => clip && !sameRate(clip.rate, plan.rate));
  return {
    ramps: shots.filter(({ ramp }) => ramp).length,
    moves: used.length - dissolves.length,
    cutDissolves: lost(dissolves),
    cutMoves: lost(moving),
    otherRates: new Set(rates.map(({ clip }) => clip!.id)).size,
    sounds: plan.sounds.length,
  };
}

/** Why an overlap is written as a cut. */
const AS_CUTS = 'beside a ramp, with a picture that is held, or longer than what lies beside it';

/**
 * What a format does not carry of a plan, or only in another form, in sentences; empty when it
 * carries all.
 */
export function leftOut(plan: Plan, format: HandoffFormat['id']): string[] {
  if (format === 'json') return [];
  const beyond = beyondOf(filmOf(plan));
  const { ramps, moves, cutDissolves, cutMoves, otherRates, sounds } = beyond;
  const said: string[] = [];
  if (ramps > 0 && format === 'html')
    said.push(
      `${plural(ramps, 'ramp')} as the speeds between which they go; their keys stand in the CSV.`,
    );
  if (ramps > 0 && (format === 'edl' || format === 'otio'))
    said.push(
      `${plural(ramps, 'ramp')} as steps of constant speed, each frame within one source frame of the curve${format === 'otio' ? '; the keys stand in the metadata' : ''}.`,
    );
  if (cutDissolves > 0 && (format === 'edl' || format === 'otio'))
    said.push(`${plural(cutDissolves, 'dissolve')} as cuts: ${AS_CUTS}.`);
  if (cutMoves > 0 && format === 'otio')
    said.push(`${plural(cutMoves, 'overlap')} with movement as cuts: ${AS_CUTS}.`);
  if (otherRates > 0 && format === 'edl')
    said.push(
      `${plural(otherRates, 'clip')} of another rate by time: source labels count the frames of the file, and the speed line says how many of them are played in a second.`,
    );
  if (sounds > 0 && format === 'edl')
    said.push(
      `${plural(sounds, 'sound')} beside the music only as comments: they are in the guide track.`,
    );
  if (moves > 0 && format === 'edl')
    said.push(`${plural(moves, 'move')} only as comments: the form knows cuts and dissolves.`);
  if (moves > 0 && format === 'otio')
    said.push(
      `${plural(moves, 'move')} as values frame by frame in the metadata, which only a reader that knows them shows.`,
    );
  const effects = filmOf(plan).effects.filter(({ placement }) => !placement.off).length;
  if (effects > 0 && format === 'edl')
    said.push(`${plural(effects, 'sound effect')} not at all: they are in the guide track.`);
  if (effects > 0 && format === 'otio')
    said.push(
      `${plural(effects, 'sound effect')} on tracks of their own, on whole frames; exact peaks, pitch and level stand in the metadata.`,
    );
  if (effects > 0 && format === 'csv')
    said.push('Of sound effects those at the cut of each row, by name, time, rate and level.');
  if (moves > 0 && format === 'csv')
    said.push('Of moves their windows and keys, not the pictures.');
  if (moves > 0 && format === 'html')
    said.push('Of moves their windows; their keys stand in the CSV.');
  return said;
}
