import type { ReactNode } from 'react';
import { CaesuraError } from '@caesura/core/time';
import { TypedField } from './TypedField.tsx';

/** A whole number between two as typed. Throws when it is none. */
export function wholeOf(text: string, least: number, most: number): number {
  const number = Number(text);
  if (text.trim() === '' || !Number.isInteger(number) || number < least || number > most)
    throw new CaesuraError(
      'bad-number',
      `“${text}” is no whole number from ${least} to ${most}.`,
      'Give another.',
    );
  return number;
}

/** A field for a whole number. Arrows step by one. */
export function WholeField({
  value,
  least,
  most,
  ...rest
}: {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly also?: ReactNode;
  readonly onCommit: (value: number) => boolean;
}) {
  return (
    <TypedField
      {...rest}
      narrow
      figures
      written={String(value)}
      parse={(text) => wholeOf(text, least, most)}
      step={(typed, by) => Math.min(most, Math.max(least, (typed ?? value) + by))}
    />
  );
}
