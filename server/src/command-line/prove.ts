import { createHash } from 'node:crypto';
import path from 'node:path';
import { HANDOFF_FORMATS, isProved, proofOf, proofReport } from '@caesura/core/handoff';
import { json, misused, readPlanFile, readText } from './input.ts';

/** The format of a written file: as it is said, or by its ending. */
function formatOf(file: string, said: string | undefined) {
  const ending = path.extname(file).slice(1).toLowerCase();
  const found = HANDOFF_FORMATS.find(({ id, extension }) =>
    said === undefined ? extension === ending && isProved(id) : id === said,
  );
  const known = HANDOFF_FORMATS.map(({ id }) => id).filter(isProved);
  if (found && isProved(found.id)) return found.id;
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
