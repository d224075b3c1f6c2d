import { rampOf, filmOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { plural } from '../time/index.ts';
import type { HandoffFormat } from './format.ts';

/** What of a plan is more than cuts at constant speeds. */
interface Beyond {
  readonly ramps: number;
  /** Overlaps without movement, and cuts whose pictures move. */
  readonly dissolves: number;
  readonly moves: number;
}

function beyondOf(plan: Plan): Beyond {
  const joins = filmOf(plan).joins.filter((j) => j.before + j.after > 0);
  const dissolves = joins.filter((j) => j.overlap && j.settings.move === 'plain').length;
  return {
    ramps: plan.score?.shots.filter((shot) => rampOf(plan, shot)).length ?? 0,
    dissolves,
    moves: joins.length - dissolves,
  };
}

/** What a format does not carry of a plan, or only in another form, in sentences; empty when it carries all. */
export function leftOut(plan: Plan, format: HandoffFormat['id']): string[] {
  const { ramps, dissolves, moves } = beyondOf(plan);
  if (format === 'json') return [];
  const said: string[] = [];
  if (ramps > 0 && format === 'html')
    said.push(
      `${plural(ramps, 'ramp')} as the speeds between which they go; their keys stand in the CSV.`,
    );
  if (ramps > 0 && (format === 'edl' || format === 'otio'))
    said.push(
      `${plural(ramps, 'ramp')} as steps of constant speed, each frame within one source frame of the curve${format === 'otio' ? '; the keys stand in the metadata' : ''}.`,
    );
  if (dissolves > 0 && format === 'edl')
    said.push('An overlap beside a ramp is written as a cut, with a comment.');
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
