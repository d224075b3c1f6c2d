import { expose } from 'comlink';
import { answering } from './task.ts';
import { readVideoHeader } from './video-header.ts';

const work = { readVideoHeader: answering(readVideoHeader) };
export type MediaWorker = typeof work;
expose(work);
