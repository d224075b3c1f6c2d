import { receiptOf, type Proof, type Receipt } from '@caesura/core/handoff';

/** The receipt of a text that was handed over as a file. */
export async function receiptOfFile(
  proof: Proof,
  { fileName, text, revision }: { fileName: string; text: string; revision: number },
): Promise<Receipt> {
  const bytes = new TextEncoder().encode(text);
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const sha256 = [...hash].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return receiptOf(proof, { fileName, sha256, bytes: bytes.length, revision });
}
