import { expose } from 'comlink';
import { answering } from './task.ts';
import { analyseVideo } from './analyse-video.ts';
import { listenToClip } from './clip-listener.ts';
import { readPoster, readVideoHeader } from './video-header.ts';

const work = {
  readVideoHeader: answering(readVideoHeader),
  readPoster: answering(readPoster),
  analyseVideo: answering(analyseVideo),
  listenToClip: answering(listenToClip),
};
export type MediaWorker = typeof work;
expose(work);
