import { z } from 'zod';
import { plural } from '../../time/index.ts';
import type { Proof } from './prove.ts';

/** What is kept of the proof of a file that was handed over. */
export const ReceiptSchema = z.object({
  fileName: z.string().min(1).max(255),
  format: z.enum(['edl', 'otio', 'csv', 'keys', 'html', 'json']),
  /** Of the bytes of the file, hexadecimal. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.number().int().min(0),
  /** Of the plan that the file was written from. */
  revision: z.number().int().min(1),
  /** Frames that were compared, those that show the very pictures, and what differs. */
  frames: z.number().int().min(0),
  equal: z.number().int().min(0),
  near: z.number().int().min(0),
  wrong: z.number().int().min(0),
});
export type Receipt = z.output<typeof ReceiptSchema>;

/** The file that a receipt is of. */
export type ProvedFile = Pick<Receipt, 'fileName' | 'sha256' | 'bytes' | 'revision'>;

/** The receipt of the proof of a file. */
export const receiptOf = (
  { format, frames, equal, near, wrong }: Proof,
  file: ProvedFile,
): Receipt => ({
  ...{ ...file, format, frames, equal },
  ...{ near: near.length, wrong: wrong.length },
});

/** What a proof found, in a sentence. */
export function proofWords({
  frames,
  equal,
  near,
  wrong,
}: Pick<Receipt, 'frames' | 'equal' | 'near' | 'wrong'>): string {
  if (wrong > 0)
    return `${plural(wrong, 'difference')} from the plan: do not hand this file over as it is.`;
  if (frames === 0) return 'It holds nothing that could be compared.';
  if (equal === frames && near === 0)
    return `All ${plural(frames, 'frame')} are shown and heard as planned.`;
  return equal === frames
    ? `All ${plural(frames, 'frame')} show the very pictures; the rest is as near as the form can say.`
    : `${equal} of ${plural(frames, 'frame')} show the very pictures; the rest is as near as the form can say.`;
}
