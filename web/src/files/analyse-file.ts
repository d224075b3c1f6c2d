import { proxy } from 'comlink';
import { foundIn } from '@caesura/core/listen';
import type { NewSound } from '@caesura/core/edits';
import { keepMedia } from '../app/http.ts';
import type { FileFindings, ListenWorker } from '../workers/listen-worker.ts';
import { startListenWorker } from '../workers/start.ts';
import { inWorker } from '../workers/task.ts';
import { watched } from '../workers/watchdog.ts';

/** What is being done, and how far; null while that cannot be told. */
export type OnStage = (what: string, fraction: number | null) => void;

/** Seconds without progress after which listening is given up: steps of a long sound take long. */
const LISTENING_QUIET = 120;

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
  const { findings, startGuessed } = await watched(
    file,
    (how) =>
      inWorker<ListenWorker, FileFindings>(
        startListenWorker,
        (worker) => worker.listen(file, proxy(how.onProgress)),
        how.signal,
      ),
    { signal, onProgress: (done) => onStage('Listening', done) },
    LISTENING_QUIET,
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
