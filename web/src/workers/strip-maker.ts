import type { VideoSample } from 'mediabunny';
import { STRIP_HEIGHT, STRIP_PICTURES } from '../proxy/format.ts';

/** Puts a few pictures of a clip side by side. */
export interface StripMaker {
  /** Draws a frame if it is one of those shown. */
  readonly take: (sample: VideoSample, frame: number) => void;
  readonly end: () => Promise<Blob>;
}

/** Starts a strip of a clip of so many frames, pictures of a width and height as shown. */
export function makeStrip(frames: number, width: number, height: number): StripMaker {
  const across = Math.max(1, Math.round((STRIP_HEIGHT * width) / height));
  const canvas = new OffscreenCanvas(across * STRIP_PICTURES, STRIP_HEIGHT);
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  return {
    take(sample, frame) {
      for (let i = 0; i < STRIP_PICTURES; i++)
        if (Math.floor(((i + 0.5) * frames) / STRIP_PICTURES) === frame)
          sample.draw(context, i * across, 0, across, STRIP_HEIGHT);
    },
    end: () => canvas.convertToBlob({ type: 'image/jpeg', quality: 0.75 }),
  };
}
