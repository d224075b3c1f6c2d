import { CaesuraError, type Fraction } from '../../time/index.ts';
import { secondsOf } from '../returned/exact-seconds.ts';

/** An object of a document, with its schema parted into name and version. */
export interface OtioObject {
  readonly schema: string;
  readonly version: number;
  readonly fields: Readonly<Record<string, unknown>>;
}

/** A time and its rate as the document writes it. */
export interface OtioTime {
  readonly seconds: Fraction;
  readonly rate: number;
}

/** Longest document, in characters. */
const LONGEST = 100_000_000;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object of the document; null where it is none with a schema. */
export function objectOf(value: unknown): OtioObject | null {
  if (!isRecord(value) || typeof value.OTIO_SCHEMA !== 'string') return null;
  const [, schema, version] = /^([^.]*)\.(\d{1,9})$/.exec(value.OTIO_SCHEMA) ?? [];
  return schema ? { schema, version: Number(version), fields: value } : null;
}

/** The objects of a list; what is none of them is null. */
export const listOf = (value: unknown): (OtioObject | null)[] =>
  Array.isArray(value) ? value.map(objectOf) : [];

/** A text; empty where it is none. */
export const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');

/** A time of the document; null where it is none. */
export function timeOf(value: unknown): OtioTime | null {
  const time = objectOf(value);
  if (time?.schema !== 'RationalTime') return null;
  const { value: count, rate } = time.fields;
  if (typeof count !== 'number' || typeof rate !== 'number') return null;
  const seconds = secondsOf(count, rate);
  return seconds && { seconds, rate };
}

/** A range of the document. */
export interface OtioRange {
  readonly start: OtioTime;
  readonly lasts: OtioTime;
}

/** A range of the document, with its start and how long it lasts; null where it is none. */
export function rangeOf(value: unknown): OtioRange | null {
  const range = objectOf(value);
  if (range?.schema !== 'TimeRange') return null;
  const [start, lasts] = [timeOf(range.fields.start_time), timeOf(range.fields.duration)];
  return start && lasts && lasts.seconds.num >= 0n ? { start, lasts } : null;
}

/**
 * The object at the top of an OpenTimelineIO document. Throws when it is too long, is no JSON, or
 * has no object with a schema at its top.
 */
export function otioDocumentOf(text: string): OtioObject {
  const mend = 'Choose an OpenTimelineIO file (.otio).';
  if (text.length > LONGEST)
    throw new CaesuraError('too-large', `The file has ${text.length} characters.`, mend);
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new CaesuraError('bad-otio', `The file is no JSON: ${(error as Error).message}.`, mend);
  }
  const top = objectOf(value);
  if (!top)
    throw new CaesuraError('bad-otio', 'There is no OpenTimelineIO object in the file.', mend);
  return top;
}
