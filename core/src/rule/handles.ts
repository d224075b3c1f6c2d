import { slowestCleanSpeed, sourceFrameAt, sourceFramesUsed, strideOf } from '../film/source.ts';
import {
  ceil,
  divide,
  multiply,
  plural,
  rateLabel,
  rational,
  sourceFrames,
  toNumber,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'beyond', label: 'Beyond the cut', usual: '12', unit: 'frames' },
  { id: 'shot', label: 'Length of the shot', usual: '48', unit: 'frames' },
  { id: 'speed', label: 'Speed', usual: '100', unit: '%' },
  { id: 'source', label: 'Rate of the clip', usual: '50', unit: 'fps' },
  { id: 'rate', label: 'Rate of the film', usual: '24', unit: 'fps' },
];

/** Source frames that a window needs beyond a cut, at a speed and rates. */
export const handles: Calculator = {
  id: 'handles',
  name: 'Handles',
  about: 'How many source frames a window needs past the last one that a shot uses.',
  fields: FIELDS,
  formulas: [
    'stride = speed · rate of the clip / rate of the film',
    'source frame shown at k = in + ⌊k · stride⌋',
    'handle = ⌊(L − 1 + n) · stride⌋ − ⌊(L − 1) · stride⌋, at most ⌈n · stride⌉',
  ],
  source: 'Stepping frame by frame; rational arithmetic.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const [beyond, length] = [typed.whole('beyond', 0, 100_000), typed.whole('shot', 1, 1e6)];
    const [source, rate] = [typed.rate('source'), typed.rate('rate')];
    const speed = divide(typed.number('speed', 1, 10_000), rational(100));
    const stride = strideOf(source, rate, speed);
    const at = (k: number) => sourceFrameAt(k, sourceFrames(0), stride);
    const needed = at(length - 1 + beyond) - at(length - 1);
    const most = ceil(multiply(stride, rational(beyond)));
    const clean = slowestCleanSpeed(source, rate);
    return {
      results: [
        plainResult('Handle needed', `${needed} source frames`),
        plainResult('At most, wherever the shot begins', `${most} source frames`),
        exactResult('Stride', stride, 'source frames a frame'),
        plainResult(
          'The shot itself uses',
          `${sourceFramesUsed(length, source, rate, speed)} source frames`,
        ),
        exactResult('Slowest speed without repeats', multiply(clean, rational(100)), '%'),
      ],
      rounded:
        stride.den === 1
          ? null
          : 'Source frames are whole: where the shot begins decides by one frame.',
      sentence: `${plural(beyond, 'frame')} beyond the cut need ${plural(needed, 'source frame')} of a ${rateLabel(source)} fps clip at ${trimmed(100 * toNumber(speed), 2)} % in a film of ${rateLabel(rate)} fps (at most ${most}).`,
    };
  },
};
