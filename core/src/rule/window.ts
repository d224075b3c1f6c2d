import { evenTotals, splitWindow } from '../joins/split.ts';
import { instantOfFrame, plural, rateLabel, toNumber } from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'frames', label: 'Window', usual: '13', unit: 'frames' },
  { id: 'rate', label: 'Frame rate', usual: '24', unit: 'fps' },
];

/** The halves of a window about its cut, odd and even. */
export const windowHalves: Calculator = {
  id: 'window',
  name: 'Halves of a window',
  about: 'How a window lies about its cut, and why an odd one cannot be centred.',
  fields: FIELDS,
  formulas: [
    'centred: before = ⌊n / 2⌋, after = ⌈n / 2⌉',
    'ends at the cut: n + 0',
    'starts at the cut: 0 + n',
  ],
  source: 'Integer arithmetic; common practice, no source.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const [total, rate] = [typed.whole('frames', 0, 100_000), typed.rate('rate')];
    const centred = splitWindow(total, 'centred');
    const even = evenTotals(total);
    const words = (of: { before: number; after: number }) => `${of.before} + ${of.after}`;
    return {
      results: [
        plainResult('Centred', words(centred)),
        plainResult('Ends at the cut', words(splitWindow(total, 'ends'))),
        plainResult('Starts at the cut', words(splitWindow(total, 'starts'))),
        exactResult('Lasts', instantOfFrame(total, rate), 's', 6),
        ...(even.length > 0
          ? [plainResult('Can be centred', even.filter((n) => n > 0).join(' or '))]
          : []),
      ],
      rounded:
        even.length > 0
          ? 'The later half has the frame more: an odd window has no middle between frames.'
          : null,
      sentence: `A window of ${plural(total, 'frame')} (${trimmed(toNumber(instantOfFrame(total, rate)), 3)} s at ${rateLabel(rate)} fps) is ${words(centred)} about its cut${even.length > 0 ? `; ${even.filter((n) => n > 0).join(' or ')} can be centred` : ''}.`,
    };
  },
};
