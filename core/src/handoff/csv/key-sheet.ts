import { filmOf } from '../../film/index.ts';
import { PARAMETER_UNITS } from '../../motion/index.ts';
import type { Plan } from '../../plan/index.ts';
import { formatTimecode } from '../../time/index.ts';
import type { HandoffFormat } from '../format.ts';
import { levelKeys, type SoundLevelKey } from '../level-keys.ts';
import { motionKeys, type MotionKeyRow } from '../motion-keys.ts';
import { scoredShots } from '../scored.ts';
import { speedKeys, type SpeedKeyRow } from '../speed-keys.ts';
import { steadyKeys } from '../steady-keys.ts';
import { csvLine } from './fields.ts';

type Value = string | number | null;
type Fields = Readonly<Record<string, Value>>;

const percent = (part: number): number => Math.round(part * 1e4) / 100;

/** The timecode of a frame of the film; empty before the film could have one. */
const timecodeOf = (frame: number, { start, rate, dropFrame }: Plan): string =>
  start + frame < 0 ? '' : formatTimecode(start + frame, rate, dropFrame);

/** A key of speeds in the same columns; it has no aim and no look. */
const speedFields = (row: SpeedKeyRow, plan: Plan): Fields => ({
  at: `shot ${row.shot}`,
  name: 'speed',
  'film frame': row.frame,
  timecode: timecodeOf(row.frame, plan),
  clip: row.clip,
  'clip frame': row.clipFrame,
  parameter: 'speed',
  value: row.percent,
  unit: '%',
  'easing to the next': row.easing,
});

/** A level of a sound in the same columns. */
const levelFields = ({ sound, frame, level }: SoundLevelKey, plan: Plan): Fields => ({
  ...{ at: sound.kind, name: sound.fileName, 'film frame': frame },
  timecode: timecodeOf(frame, plan),
  ...{ parameter: 'level', value: level, unit: 'dB', 'easing to the next': 'linear' },
});

/** The columns with what stands in them. */
const COLUMNS: readonly (readonly [
  name: string,
  value: (row: MotionKeyRow, plan: Plan) => Value,
])[] = [
  ['at', ({ at }) => at],
  ['name', ({ name }) => name],
  ['side', ({ side }) => side],
  ['film frame', ({ frame }) => frame],
  ['timecode', ({ frame }, plan) => timecodeOf(frame, plan)],
  ['clip', ({ clip }) => clip],
  ['clip frame', ({ clipFrame }) => clipFrame],
  ['parameter', ({ of }) => PARAMETER_UNITS[of].name],
  ['value', ({ value }) => value],
  ['unit', ({ of }) => PARAMETER_UNITS[of].unit],
  ['easing to the next', ({ easing }) => easing],
  ['aim across %', ({ look }) => percent(look.aim.x)],
  ['aim down %', ({ look }) => percent(look.aim.y)],
  ['turns about', ({ look }) => look.about],
  ['blur along °', ({ look }) => look.blurAlong],
  ['shutter °', ({ look }) => look.shutter],
  ['edges', ({ look }) => look.fill],
];

/**
 * The keys of every join and phrase in use, of what steadies shots, of their speeds and of levels
 * as CSV (RFC 4180), one a row: what a person types in another program. Easings in the syntax of
 * W3C CSS Easing Functions. Throws when the plan has not been laid out.
 */
export function writeKeySheet(plan: Plan): string {
  scoredShots(plan);
  const film = filmOf(plan);
  const rows = [...motionKeys(film), ...steadyKeys(film)].map((row) =>
    COLUMNS.map(([, value]) => value(row, plan)),
  );
  const others = [
    ...speedKeys(film).map((row) => speedFields(row, plan)),
    ...levelKeys(film).map((key) => levelFields(key, plan)),
  ].map((fields) => COLUMNS.map(([name]) => fields[name] ?? null));
  const table = [COLUMNS.map(([name]) => name), ...rows, ...others];
  return table.map((fields) => csvLine(fields.map((field) => field ?? ''))).join('');
}

/** See `writeKeySheet`. */
export const keySheet: HandoffFormat = {
  id: 'keys',
  name: 'Key sheet',
  purpose:
    'Every key of every join, phrase, ramp, steadied shot and level with its frame, value and easing, to be typed where files do not carry them.',
  extension: 'keys.csv',
  mediaType: 'text/csv',
  write: writeKeySheet,
};
