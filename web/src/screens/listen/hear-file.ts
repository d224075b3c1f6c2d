import { proxy } from 'comlink';
import { foundIn, type Hearing } from '@caesura/core/listen';
import type { NewSound } from '@caesura/core/plan';
import { checkSoundSize, decodeSound } from '../../app/decode-sound.ts';
import { keepMedia } from '../../app/http.ts';
import { holdSound } from '../../app/sounds.ts';
import type { ListenWorker } from '../../workers/listen-worker.ts';
import type { MediaWorker } from '../../workers/media-worker.ts';
import type { SoundHeader } from '../../workers/sound-header.ts';
import { startListenWorker, startMediaWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** What is being done, and how far; null while that cannot be told. */
export type OnStage = (what: string, fraction: number | null) => void;

/**
 * From a sound file to a sound for a plan: reads its own sample rate, decodes it, listens to it in a worker, and keeps
 * the file and its outline. An abort stops it; then nothing of the plan has changed. Throws what is wrong with the
 * file and how to mend it.
 */
export async function hearFile(file: File, onStage: OnStage, signal: AbortSignal): Promise<NewSound> {
  onStage('Reading the file', null);
  const header = await inWorker<MediaWorker, SoundHeader>(
    startMediaWorker,
    (worker) => worker.readSoundHeader(file),
    signal,
  );
  checkSoundSize(file.name, header);
  onStage('Decoding', null);
  const sound = await decodeSound(file.name, await file.arrayBuffer(), header.sampleRate);
  signal.throwIfAborted();
  onStage('Listening', 0);
  const channels = Array.from({ length: sound.numberOfChannels }, (_, c) => sound.getChannelData(c).slice());
  const hearing = await inWorker<ListenWorker, Hearing>(
    startListenWorker,
    (worker) =>
      worker.listen(
        channels,
        sound.sampleRate,
        proxy((done: number) => onStage('Listening', done)),
      ),
    signal,
  );
  onStage('Keeping the file', null);
  const media = await keepMedia(file, signal);
  const outlineId = await keepMedia(new Blob([hearing.outline as Uint8Array<ArrayBuffer>]), signal);
  holdSound(media, sound);
  return {
    media,
    fileName: file.name.slice(-255),
    outline: outlineId,
    analysis: hearing.analysis,
    found: foundIn(hearing),
  };
}
