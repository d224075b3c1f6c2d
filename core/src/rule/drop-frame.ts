import {
  CaesuraError,
  canDropFrames,
  formatTimecode,
  instantOfFrame,
  nominalRate,
  parseTimecode,
  plural,
  rateLabel,
  subtract,
  toNumber,
  rational,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'label', label: 'Label or frame', usual: '00:01:00;02' },
  {
    ...{ id: 'rate', label: 'Frame rate', usual: '30000/1001' },
    choices: [
      { value: '30000/1001', name: '29.97 fps' },
      { value: '60000/1001', name: '59.94 fps' },
    ],
  },
];

/** What drop-frame labels leave out, explained by a label. */
export const dropFrame: Calculator = {
  id: 'drop-frame',
  name: 'Drop-frame',
  about:
    'Which frame a drop-frame label means, how many labels were left out before it, and how near it is to the clock.',
  fields: FIELDS,
  formulas: [
    'labels 00 and 01 (00 to 03 at 59.94) are left out of every minute but each tenth',
    'frame = label counted in full − left out · (minutes − ⌊minutes / 10⌋)',
    'no frame is dropped: only its number is passed over',
  ],
  source: 'SMPTE ST 12-1.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const rate = typed.rate('rate');
    if (!canDropFrames(rate))
      throw new CaesuraError(
        'no-drop-frame',
        `There is no drop-frame timecode at ${rateLabel(rate)} fps.`,
        'Choose 29.97 or 59.94 fps.',
      );
    const text = typed.text('label');
    const frame = /^\d+$/.test(text) ? Number(text) : parseTimecode(text, rate, true);
    const label = formatTimecode(frame, rate, true);
    const plain = formatTimecode(frame, rate, false);
    const [h, m, s, f] = label.split(/[:;]/).map(Number) as [number, number, number, number];
    const minutes = 60 * h + m;
    const each = nominalRate(rate) / 15;
    const left = each * (minutes - Math.floor(minutes / 10));
    const clock = rational(3600 * h + 60 * m + s);
    const real = instantOfFrame(frame, rate);
    const frameTime = f / toNumber(rate);
    return {
      results: [
        plainResult('Frame', frame),
        plainResult('Drop-frame label', label),
        plainResult('Counting all frames', plain),
        plainResult('Labels left out before it', left),
        exactResult('Real time', real, 's', 6),
        nearResult(
          'Off the clock that it shows',
          1000 * (toNumber(subtract(real, clock)) - frameTime),
          'ms',
        ),
      ],
      table: {
        head: ['frame', 'drop-frame', 'all frames'],
        rows: [-2, -1, 0, 1, 2]
          .map((by) => frame + by)
          .filter((n) => n >= 0)
          .map((n) => [`${n}`, formatTimecode(n, rate, true), formatTimecode(n, rate, false)]),
      },
      rounded: null,
      sentence: `${label} at ${rateLabel(rate)} fps is frame ${frame}, ${plural(left, 'label')} left out before it; counting all frames it is ${plain}, ${trimmed(toNumber(real), 3)} s after the start.`,
    };
  },
};
