import { expose } from 'comlink';
import { readSoundHeader } from './sound-header.ts';
import { answering } from './task.ts';
import { readVideoHeader } from './video-header.ts';

const work = { readSoundHeader: answering(readSoundHeader), readVideoHeader: answering(readVideoHeader) };
export type MediaWorker = typeof work;
expose(work);
