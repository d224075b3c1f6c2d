import { expose } from 'comlink';
import { answering } from './task.ts';
import { watchVideo } from './watch-video.ts';
import { readPoster, readVideoHeader } from './video-header.ts';

const work = {
  readVideoHeader: answering(readVideoHeader),
  readPoster: answering(readPoster),
  watchVideo: answering(watchVideo),
};
export type MediaWorker = typeof work;
expose(work);
