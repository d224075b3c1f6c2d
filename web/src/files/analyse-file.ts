import { proxy } from 'comlink';
import { foundIn } from '@caesura/core/listen';
import type { NewSound } from '@caesura/core/edits';
import { keepMedia } from '../app/http.ts';
import type { FileFindings, ListenWorker } from '../workers/listen-worker.ts';
import { startListenWorker } from '../workers/start.ts';
import { inWorker } from '../workers/task.ts';

/** What is being done, and how far; null while that cannot be told. */
export type OnStage = (what: string, fraction: number | null) => void;

/**
 * From a sound file to a sound for a plan: decodes it and listens to it in a worker, and keeps the
 * file, its outline and its texture. An abort stops it; then nothing of the plan has changed.
 * Throws what is wrong with the file and how to mend it.
 */
export async function analyseFile(
  file: File,
  onStage: OnStage,
  signal: AbortSignal,
): Promise<NewSound> {
  onStage('Listening', 0);
  const { findings, startGuessed } = await inWorker<ListenWorker, FileFindings>(
    startListenWorker,
    (worker) =>
      worker.listen(
        file,
        proxy((done: number) => onStage('Listening', done)),
      ),
    signal,
  );
  onStage('Keeping the file', null);
  const media = await keepMedia(file, signal);
  const kept = (bytes: Uint8Array) =>
    keepMedia(new Blob([bytes as Uint8Array<ArrayBuffer>]), signal);
  const [outline, chromaAndTimbre] = [
    await kept(findings.outline),
    await kept(findings.chromaAndTimbre),
  ];
  return {
    media,
    fileName: file.name.slice(-255),
    outline,
    chromaAndTimbre,
    startGuessed,
    analysis: findings.analysis,
    found: foundIn(findings),
  };
}
