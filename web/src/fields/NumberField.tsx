import { CaesuraError } from '@caesura/core/time';
import { TypedField } from './TypedField.tsx';

/**
 * Reads a number as typed, its unit left on or off, a comma for a point. Throws when it is none
 * between two.
 */
export function numberOf(text: string, least: number, most: number): number {
  const bare = text
    .trim()
    .replace(/\s*(%|°|px|f|db|lufs|beats?|stops?|st|s)$/i, '')
    .replace('−', '-')
    .replace(',', '.');
  const number = Number(bare.trim());
  if (bare.trim() === '' || !Number.isFinite(number) || number < least || number > most)
    throw new CaesuraError(
      'bad-number',
      `“${text}” is no number from ${least} to ${most}.`,
      'Give another.',
    );
  return number;
}

interface Props {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** What an arrow key changes it by. */
  readonly by?: number;
  readonly also?: string;
  /** Reads what else may be typed; a number by default. */
  readonly parse?: (text: string) => number;
  readonly onCommit: (value: number) => boolean;
}

/** A field for a number in a unit. Arrows step. */
export function NumberField({ value, unit, least, most, by = 1, also, parse, ...rest }: Props) {
  const kept = (n: number) => Math.min(most, Math.max(least, Math.round(n * 100) / 100));
  return (
    <TypedField
      {...rest}
      narrow
      figures
      written={`${Math.round(value * 100) / 100}${unit === '°' ? '' : ' '}${unit}`}
      also={also}
      parse={parse ?? ((text) => numberOf(text, least, most))}
      step={(typed, sign) => kept((typed ?? value) + sign * by)}
    />
  );
}
