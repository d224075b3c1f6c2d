import type { Layer, WeightedFrame } from '@caesura/core/film';
import type { SourceFrames } from '@caesura/core/time';
import { waitsForFile, type Clip } from '@caesura/core/plan';
import { cardOf } from '../painting/draw-card.ts';
import { indexOf, type ProxyReader } from './reader.ts';

/** A layer with its picture, which the caller closes; null where there is none. */
export interface Pictured {
  readonly layer: Layer;
  readonly picture: ImageBitmap | null;
  /** The frame of the small copy that it is. */
  readonly shown: number | null;
}

/** The picture of one source frame, which the caller closes, and which frame of the copy it is. */
async function pictureOf(
  reader: ProxyReader,
  source: SourceFrames,
): Promise<{ readonly picture: ImageBitmap; readonly shown: number } | null> {
  const sample = await reader.picture(source).catch(() => null);
  if (!sample) return null;
  const frame = sample.toVideoFrame();
  const picture = await createImageBitmap(frame);
  const shown = indexOf(sample);
  frame.close();
  sample.close();
  return { picture, shown };
}

/** The mean of several source frames by their weights; null where none is there. */
async function meanOf(
  reader: ProxyReader,
  frames: readonly WeightedFrame[],
): Promise<ImageBitmap | null> {
  let sheet: OffscreenCanvas | null = null;
  let laid = 0;
  for (const { source, weight } of frames) {
    const one = await pictureOf(reader, source);
    if (!one) continue;
    const { picture } = one;
    sheet ??= new OffscreenCanvas(picture.width, picture.height);
    const context = sheet.getContext('2d')!;
    // Each over the mean of those before it, by its part of all so far.
    laid += weight;
    context.globalAlpha = weight / laid;
    context.drawImage(picture, 0, 0);
    picture.close();
  }
  return sheet && sheet.transferToImageBitmap();
}

/**
 * Fetches the pictures of the layers of a frame from the small copies of their clips; of clips that
 * are not shot yet their cards.
 */
export async function picturesOf(
  layers: readonly Layer[],
  readerOf: (clip: Clip) => ProxyReader | undefined | Promise<ProxyReader | null>,
): Promise<Pictured[]> {
  const pictured: Pictured[] = [];
  for (const layer of layers) {
    const reader = layer.clip && (await readerOf(layer.clip));
    const one = reader ? await pictureOf(reader, layer.source) : null;
    if (!one || !reader) {
      const picture = layer.clip && waitsForFile(layer.clip) ? cardOf(layer.clip) : null;
      pictured.push({ layer, picture, shown: null });
      continue;
    }
    const mean = layer.blended && (await meanOf(reader, layer.blended));
    if (mean) one.picture.close();
    pictured.push({ layer, picture: mean ?? one.picture, shown: one.shown });
  }
  return pictured;
}
