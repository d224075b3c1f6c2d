import { expose } from 'comlink';
import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { mediaOfPlan, withoutCopies } from '@caesura/core/handoff';
import { readPlan, type Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { ask, keepMedia, mediaUrl } from '../app/http.ts';
import { answering } from './task.ts';

/** Largest project that is opened: all of it is held at once. */
const LARGEST = 1.5e9;
const PLAN = 'plan.json';
const TYPES = 'media-types.json';
const MEDIA = 'media/';

const README = `A project of Caesura: the plan (plan.json) and what was kept of its files (media, each
under the hash of its bytes). Open it under Plans with “Import a plan or a cut”. The files of the
clips themselves are not in it: where small copies are not in it either, drop them in Footage.
`;

/** A project as one ZIP file, written piece by piece so that it is not held twice. */
async function projectOf(
  given: Plan,
  copies: boolean,
  onProgress: (part: number) => void,
): Promise<Blob> {
  const plan = copies ? given : withoutCopies(given);
  const parts: BlobPart[] = [];
  let failed: Error | null = null;
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else parts.push(chunk as Uint8Array<ArrayBuffer>);
  });
  const add = (name: string, bytes: Uint8Array, packed: boolean) => {
    const entry = packed ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    zip.add(entry);
    entry.push(bytes, true);
  };
  add('README.txt', strToU8(README), true);
  add(PLAN, strToU8(JSON.stringify(plan)), true);
  const types: Record<string, string> = {};
  const ids = mediaOfPlan(plan);
  for (const [i, id] of ids.entries()) {
    onProgress(i / ids.length);
    const answer = await ask(mediaUrl(id));
    types[id] = answer.headers.get('content-type') ?? '';
    add(`${MEDIA}${id}`, new Uint8Array(await answer.arrayBuffer()), false);
  }
  add(TYPES, strToU8(JSON.stringify(types)), true);
  zip.end();
  if (failed) throw failed as Error;
  return new Blob(parts, { type: 'application/zip' });
}

/** The content of a ZIP file. Throws when it is none, or is too large. */
async function unzipped(file: Blob): Promise<Record<string, Uint8Array>> {
  if (file.size > LARGEST)
    throw new CaesuraError(
      'too-large',
      'The project is too large to be opened.',
      'Write it without small copies.',
    );
  try {
    return unzipSync(new Uint8Array(await file.arrayBuffer()));
  } catch (error) {
    throw new CaesuraError(
      'bad-project',
      `The file cannot be unpacked: ${(error as Error).message}.`,
      'Choose a project that was written in Hand-off, a file ending in .zip.',
    );
  }
}

/** Brings what a project holds onto this machine, and gives its plan. Throws what is wrong. */
async function openProject(file: Blob, onProgress: (part: number) => void): Promise<Plan> {
  const content = await unzipped(file);
  const written = content[PLAN];
  if (!written)
    throw new CaesuraError(
      'bad-project',
      'There is no plan in this file.',
      'Choose a project that was written in Hand-off.',
    );
  const plan = readPlan(JSON.parse(strFromU8(written)));
  const types = content[TYPES]
    ? (JSON.parse(strFromU8(content[TYPES])) as Record<string, string>)
    : {};
  const media = Object.entries(content).filter(([name]) => name.startsWith(MEDIA));
  for (const [i, [name, bytes]] of media.entries()) {
    onProgress(i / media.length);
    const id = name.slice(MEDIA.length);
    const kept = await keepMedia(
      new Blob([bytes as Uint8Array<ArrayBuffer>], { type: types[id] ?? '' }),
    );
    if (kept !== id)
      throw new CaesuraError(
        'bad-project',
        `A file of the project is damaged: ${id.slice(0, 12)}…`,
        'Write the project again on the other machine.',
      );
  }
  return plan;
}

const work = { projectOf: answering(projectOf), openProject: answering(openProject) };
export type ProjectWorker = typeof work;
expose(work);
