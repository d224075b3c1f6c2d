import { slowestCleanSpeed } from '../film/source.ts';
import {
  compare,
  divide,
  multiply,
  plural,
  rateLabel,
  rational,
  semitonesOf,
  toNumber,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'range', label: 'Source range', usual: '120', unit: 'frames' },
  { id: 'shot', label: 'Film frames', usual: '48', unit: 'frames' },
  { id: 'source', label: 'Rate of the clip', usual: '60', unit: 'fps' },
  { id: 'rate', label: 'Rate of the film', usual: '24', unit: 'fps' },
];

/** The speed at which a source range fills so many frames. */
export const fitSpeed: Calculator = {
  id: 'fit',
  name: 'Speed that fits',
  about: 'At which constant speed a range of source frames fills so many frames of the film.',
  fields: FIELDS,
  formulas: ['speed = (range / rate of the clip) / (frames / rate of the film)'],
  source: 'Rational arithmetic.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const [range, length] = [typed.whole('range', 1, 1e7), typed.whole('shot', 1, 1e7)];
    const [source, rate] = [typed.rate('source'), typed.rate('rate')];
    const speed = divide(divide(rational(range), source), divide(rational(length), rate));
    const clean = slowestCleanSpeed(source, rate);
    const repeats = compare(speed, clean) < 0;
    return {
      results: [
        exactResult('Speed', multiply(speed, rational(100)), '%'),
        exactResult('Stride', divide(rational(range), rational(length)), 'source frames a frame'),
        plainResult('Frames', repeats ? 'some are shown again' : 'each is new'),
        exactResult('Slowest without repeats', multiply(clean, rational(100)), '%'),
        nearResult('Pitch, if it follows', semitonesOf(speed), 'st'),
      ],
      rounded: null,
      sentence: `${plural(range, 'source frame')} at ${rateLabel(source)} fps fill ${plural(length, 'frame')} at ${rateLabel(rate)} fps at ${trimmed(100 * toNumber(speed), 3)} %.`,
    };
  },
};
