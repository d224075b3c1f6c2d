import { expose } from 'comlink';
import { answering } from './task.ts';
import { analyseVideo } from './analyse-video.ts';
import { readPoster, readVideoHeader } from './video-header.ts';

const work = {
  readVideoHeader: answering(readVideoHeader),
  readPoster: answering(readPoster),
  analyseVideo: answering(analyseVideo),
};
export type MediaWorker = typeof work;
expose(work);
