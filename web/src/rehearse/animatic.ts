import type { Heard } from '@caesura/core/sound';

/** How an animatic is made. */
export interface AnimaticFormat {
  readonly container: 'webm' | 'mp4';
  /** Pixels across; made even. */
  readonly width: number;
  /** Whether timecode, bar, beat, shot and speed stand in the picture. */
  readonly figures: boolean;
  readonly heard: readonly Heard[];
}

/** Bits a second. */
export const BITRATE = { video: 2_000_000, audio: 128_000 };

/** A coded picture or piece of sound, with its place in the film in seconds. */
export interface CodedPart {
  readonly data: Uint8Array<ArrayBuffer>;
  readonly type: 'key' | 'delta';
  readonly timestamp: number;
  readonly duration: number;
}

/** What was coded of a stretch, in the order in which it is decoded. */
export interface Coded<Config> {
  readonly parts: readonly CodedPart[];
  /** What a decoder has to know; null where nothing was coded. */
  readonly config: Config | null;
}

/** Even, as the codecs need it. */
const even = (n: number) => Math.max(2, 2 * Math.round(n / 2));

/** Pixels across and down of an animatic of a film of some size. */
export const animaticSize = (
  { width }: Pick<AnimaticFormat, 'width'>,
  size: { readonly width: number; readonly height: number },
): { readonly width: number; readonly height: number } => ({
  width: even(width),
  height: even((even(width) * size.height) / size.width),
});
