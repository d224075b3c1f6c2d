import type { Size } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { TextField } from './TextField.tsx';

const LARGEST = 32768;

/** Reads a picture size such as `1920 × 1080`. Throws when it is not one. */
export function parseSize(text: string): Size {
  const match = /^\s*(\d{1,6})\s*[x×*,\s]\s*(\d{1,6})\s*$/i.exec(text);
  const [width, height] = [Number(match?.[1]), Number(match?.[2])];
  if (!(width >= 1 && height >= 1 && width <= LARGEST && height <= LARGEST))
    throw new CaesuraError(
      'bad-size',
      `“${text.trim()}” is not a frame size.`,
      `Write width × height in pixels, each from 1 to ${LARGEST}.`,
    );
  return { width, height };
}

/** How a size is written. */
export const sizeText = ({ width, height }: Size): string => `${width} × ${height}`;

/** The size of the picture in pixels. */
export function SizeField({ value, onCommit }: { value: Size; onCommit: (size: Size) => boolean }) {
  const shape =
    value.width > value.height ? 'wide' : value.width < value.height ? 'tall' : 'square';
  return (
    <TextField
      label="Frame size"
      value={sizeText(value)}
      maxLength={20}
      check={(text) => void parseSize(text)}
      also={`${shape}, ${(value.width / value.height).toFixed(2)} : 1`}
      onCommit={(text) => onCommit(parseSize(text))}
    />
  );
}
