import { divide, multiply, rational, semitonesOf, toNumber } from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'speed', label: 'Speed', usual: '80', unit: '%' },
  { id: 'semitones', label: 'Or semitones', usual: '-2', unit: 'st' },
];

/** Pitch by speed, and speed by pitch. */
export const pitch: Calculator = {
  id: 'pitch',
  name: 'Pitch',
  about:
    'By how many semitones a sound changes that is played faster or slower, and the other way round.',
  fields: FIELDS,
  formulas: ['semitones = 12 · log₂(speed)', 'speed = 2^(semitones / 12)'],
  source: 'Twelve equal steps to an octave (ISO 16 fixes A at 440 Hz; from memory).',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const speed = divide(typed.number('speed', 1, 10_000), rational(100));
    const steps = toNumber(typed.number('semitones', -96, 96));
    const st = semitonesOf(speed);
    const back = 2 ** (steps / 12);
    return {
      results: [
        nearResult('At that speed', st, 'st'),
        nearResult('In cents', 100 * st, 'cents', 1),
        nearResult('A at 440 Hz becomes', 440 * toNumber(speed), 'Hz', 2),
        exactResult('A length becomes', multiply(divide(rational(1), speed), rational(100)), '%'),
        nearResult('For those semitones the speed is', 100 * back, '%'),
      ],
      rounded: 'Semitones are irrational: three digits.',
      sentence: `At ${trimmed(100 * toNumber(speed), 2)} % a sound is ${trimmed(st, 2)} semitones off; ${trimmed(steps, 2)} semitones are ${trimmed(100 * back, 2)} %.`,
    };
  },
};
