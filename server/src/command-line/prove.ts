import { createHash } from 'node:crypto';
import path from 'node:path';
import { HANDOFF_FORMATS, isProved, proofOf, proofReport } from '@caesura/core/handoff';
import { json, misused, readPlanFile, readText } from './input.ts';

/** The format of a written file: as it is said, or by its ending. */
function formatOf(file: string, said: string | undefined) {
  const proved = HANDOFF_FORMATS.filter(({ id }) => isProved(id));
  // A key sheet ends as a cut sheet does, with more before it.
  const found = proved
    .toSorted((a, b) => b.extension.length - a.extension.length)
    .find(({ id, extension }) =>
      said === undefined ? file.toLowerCase().endsWith(`.${extension}`) : id === said,
    );
  const known = proved.map(({ id }) => id);
  if (found) return found.id;
  throw misused(
    said === undefined
      ? `What “${path.basename(file)}” is cannot be told by its ending.`
      : `There is no proof of “${said}”.`,
    `Say which format: --as ${known.join('|')}.`,
  );
}

/** The proof of a written file against its plan, as JSON. */
export async function proveFile(
  planFile: string,
  { file, as }: { readonly file?: string | undefined; readonly as?: string | undefined },
): Promise<string> {
  if (file === undefined) throw misused('Say which file to prove: --file.');
  const format = formatOf(file, as);
  const plan = await readPlanFile(planFile);
  const content = await readText(file);
  const sha256 = createHash('sha256').update(content).digest('hex');
  const proof = proofOf(plan, format, content);
  return json(proofReport(proof, { file: path.basename(file), sha256 }));
}
