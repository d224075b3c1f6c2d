import { z } from 'zod';
import type { Difference } from './differences.ts';
import type { Proof } from './prove.ts';
import type { Reading } from './reading.ts';
import { csvLine } from '../csv/fields.ts';

const DifferenceSchema = z.object({
  from: z.number().int(),
  to: z.number().int(),
  wanted: z.string(),
  found: z.string(),
  why: z.string(),
});

const ReadingSchema = z.object({
  /** How the file was read, where it can be read in more than one way. */
  how: z.string().nullable(),
  /** Frames that were compared, and those on which the very pictures are shown. */
  frames: z.number().int(),
  equal: z.number().int(),
  /** What is as near to the plan as the form can say, from frame to frame. */
  near: z.array(DifferenceSchema),
  /** What is not as planned. */
  wrong: z.array(DifferenceSchema),
});

/** The proof of a file as the command line prints it. */
export const ProofReportSchema = ReadingSchema.extend({
  proved: z.boolean(),
  file: z.string(),
  format: z.enum(['edl', 'otio', 'csv', 'keys', 'html', 'json']),
  sha256: z.string(),
  /** The second way in which some programs read the file; it is not judged. */
  other: ReadingSchema.nullable(),
});
export type ProofReport = z.output<typeof ProofReportSchema>;

const difference = ({ from, to, wanted, found, why }: Difference) => ({
  ...{ from, to, wanted, found, why },
});
const reading = ({ how, frames, equal, near, wrong }: Reading) => ({
  ...{ how, frames, equal, near: near.map(difference), wrong: wrong.map(difference) },
});

/** The report of a proof of a file. */
export const proofReport = (
  proof: Proof,
  { file, sha256 }: { readonly file: string; readonly sha256: string },
): ProofReport => ({
  ...{ proved: proof.wrong.length === 0, file, format: proof.format, sha256 },
  ...reading(proof),
  other: proof.other && reading(proof.other),
});

/** What a proof found as a table (RFC 4180): frames, what was wanted and found, and why. */
export const proofCsv = ({ near, wrong }: Reading): string =>
  [
    ['judged', 'from frame', 'to frame', 'wanted', 'found', 'why'],
    ...wrong.map((one) => ['wrong', one.from, one.to, one.wanted, one.found, one.why]),
    ...near.map((one) => ['near', one.from, one.to, one.wanted, one.found, one.why]),
  ]
    .map(csvLine)
    .join('');
