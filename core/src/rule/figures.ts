import { toNumber, toText, type Rational } from '../time/index.ts';
import type { RuleResult } from './calculator.ts';

/** A number to so many digits, without zeros at its end. */
export const trimmed = (value: number, digits: number): string => {
  const text = value.toFixed(digits);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return (short === '-0' ? '0' : short).replace('-', '−');
};

/** Whether a fraction is a decimal of so many digits. */
const isDecimal = ({ den }: Rational, digits: number): boolean => 10 ** digits % den === 0;

/** An exact figure: as a decimal where it is one, or marked as near with its fraction. */
export function exactResult(name: string, value: Rational, unit = '', digits = 4): RuleResult {
  const written = unit === '' ? '' : ` ${unit}`;
  if (isDecimal(value, digits))
    return { name, value: `${trimmed(toNumber(value), digits)}${written}`, exact: true };
  return {
    name,
    value: `${toText(value).replace('-', '−')} = ${trimmed(toNumber(value), digits)}…${written}`,
    exact: true,
  };
}

/** A figure that is only near. */
export const nearResult = (name: string, value: number, unit = '', digits = 3): RuleResult => ({
  ...{ name, value: `${trimmed(value, digits)}${unit === '' ? '' : ` ${unit}`}`, exact: false },
});

/** A figure that is a whole number or words. */
export const plainResult = (name: string, value: string | number): RuleResult => ({
  ...{ name, value: String(value).replace(/^-/, '−'), exact: true },
});
