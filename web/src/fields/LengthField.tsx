import type { ReactNode } from 'react';
import { frames, parseLength, type Frames, type LengthContext } from '@caesura/core/time';
import { TypedField } from './TypedField.tsx';

interface Props {
  readonly label: string;
  readonly value: Frames;
  /** The value as written while nothing is typed. */
  readonly written: string;
  /** Beside the field: the value in other units. */
  readonly also?: ReactNode;
  readonly context: LengthContext;
  /** Reads the text; a length by default. */
  readonly parse?: (text: string) => Frames;
  /** Takes a new value. Returns whether it was taken; if not, the text stays to be mended. */
  readonly onCommit: (value: Frames) => boolean;
}

/**
 * A field for a length as people type it: 12, 12f, 0.5s, 1:04, timecode, beats, bars. Arrows step
 * by a frame.
 */
export function LengthField({ value, context, parse, ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      figures
      parse={parse ?? ((text) => parseLength(text, context).frames)}
      show={(typed) => <span className="figures">{typed} f</span>}
      step={(typed, by) => frames((typed ?? value) + by)}
    />
  );
}
