/** Starts the worker that listens to sound. */
export const startListenWorker = (): Worker =>
  new Worker(new URL('./listen-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that reads and watches video files. */
export const startMediaWorker = (): Worker =>
  new Worker(new URL('./media-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that measures the movement of one clip. */
export const startFramesWorker = (): Worker =>
  new Worker(new URL('./frames-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that looks for endings. */
export const startEndingsWorker = (): Worker =>
  new Worker(new URL('./endings-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that proposes layouts. */
export const startLayoutWorker = (): Worker =>
  new Worker(new URL('./layout-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that paints frames of the film. */
export const startPictureWorker = (): Worker =>
  new Worker(new URL('./picture-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that mixes the sound of the film. */
export const startSoundWorker = (): Worker =>
  new Worker(new URL('./sound-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that measures the sum of all sounds. */
export const startSumWorker = (): Worker =>
  new Worker(new URL('./sum-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that writes the film and its sound as files. */
export const startFilmWorker = (): Worker =>
  new Worker(new URL('./film-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that tries mends of faults. */
export const startMendsWorker = (): Worker =>
  new Worker(new URL('./mends-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that proves written files. */
export const startProofWorker = (): Worker =>
  new Worker(new URL('./proof-worker.ts', import.meta.url), { type: 'module' });

/** Starts the worker that reads films which were cut elsewhere. */
export const startFilmReader = (): Worker =>
  new Worker(new URL('./film-reader.ts', import.meta.url), { type: 'module' });

/** Starts the worker that writes and opens projects. */
export const startProjectWorker = (): Worker =>
  new Worker(new URL('./project-worker.ts', import.meta.url), { type: 'module' });
