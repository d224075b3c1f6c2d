import { strToU8, zipSync } from 'fflate';
import {
  bundledFiles,
  bundleReadme,
  isProved,
  proofOf,
  proofWords,
  receiptOf,
  type FileProofWords,
  type Receipt,
} from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { shiftsOf } from '../app/clip-analyses.ts';

/** The whole hand-off in one file. */
export interface Bundle {
  readonly bytes: Uint8Array;
  readonly receipts: readonly Receipt[];
  /** Files that could not be written, with why. */
  readonly refused: readonly string[];
}

const hexadecimal = (bytes: Uint8Array): string =>
  [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** The SHA-256 of bytes, hexadecimal. */
const hashOf = async (bytes: Uint8Array<ArrayBuffer>): Promise<string> =>
  hexadecimal(new Uint8Array(await crypto.subtle.digest('SHA-256', bytes)));

/**
 * All files of a plan of a revision as one ZIP file, with a text that says what is in it and the
 * receipts of the files that were read back. Throws when the plan has no cuts.
 */
export async function bundleOf(
  plan: Plan,
  revision: number,
  onProgress: (part: number) => void,
): Promise<Bundle> {
  const files = bundledFiles(plan, await shiftsOf(plan.clips));
  const words = new Map<string, FileProofWords>();
  const receipts: Receipt[] = [];
  const content: Record<string, Uint8Array> = {};
  for (const [i, { name, format, text }] of files.entries()) {
    const tell = (part: number) => onProgress((i + part) / files.length);
    tell(0);
    if (text === null) continue;
    const bytes = new TextEncoder().encode(text);
    content[name] = bytes;
    const sha256 = await hashOf(bytes);
    if (format === null || !isProved(format)) {
      words.set(name, { sha256, proof: null });
      continue;
    }
    const proof = proofOf(plan, format, text, tell);
    const receipt = receiptOf(proof, { fileName: name, sha256, bytes: bytes.length, revision });
    receipts.push(receipt);
    words.set(name, { sha256, proof: proofWords(receipt) });
  }
  content['README.txt'] = strToU8(bundleReadme(plan, files, words));
  content['receipt.json'] = strToU8(`${JSON.stringify(receipts, null, 2)}\n`);
  return {
    bytes: zipSync(content, { level: 6 }),
    receipts,
    refused: files.flatMap(({ name, refused }) =>
      refused === null ? [] : [`${name}: ${refused}`],
    ),
  };
}
