import type { Layer } from '@caesura/core/film';
import type { Clip } from '@caesura/core/plan';
import { indexOf, type ProxyReader } from './reader.ts';

/** A layer with its picture, which the caller closes; null where there is none. */
export interface Pictured {
  readonly layer: Layer;
  readonly picture: ImageBitmap | null;
  /** The frame of the small copy that it is. */
  readonly shown: number | null;
}

/** Fetches the pictures of the layers of a frame from the small copies of their clips. */
export async function picturesOf(
  layers: readonly Layer[],
  readerOf: (clip: Clip) => ProxyReader | undefined | Promise<ProxyReader | null>,
): Promise<Pictured[]> {
  const pictured: Pictured[] = [];
  for (const layer of layers) {
    const reader = layer.clip && (await readerOf(layer.clip));
    const sample = reader ? await reader.picture(layer.source).catch(() => null) : null;
    if (!sample) {
      pictured.push({ layer, picture: null, shown: null });
      continue;
    }
    const frame = sample.toVideoFrame();
    pictured.push({ layer, picture: await createImageBitmap(frame), shown: indexOf(sample) });
    frame.close();
    sample.close();
  }
  return pictured;
}
