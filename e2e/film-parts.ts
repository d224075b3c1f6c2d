export { FilmPainter } from '../web/src/rehearse/film-painter.ts';
export { FrameQueue } from '../web/src/rehearse/frame-queue.ts';
export { frameOnStep } from '../web/src/rehearse/play-range.ts';
export { PictureShow } from '../web/src/rehearse/picture-show.ts';
