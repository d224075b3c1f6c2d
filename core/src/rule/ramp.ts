import { parseEasing, playedAt } from '../curves/index.ts';
import { keysOn, shotTime } from '../film/shot-time.ts';
import { strideOf } from '../film/source.ts';
import { shapedRamp } from '../ramps/shape.ts';
import {
  CaesuraError,
  divide,
  frames,
  plural,
  rateLabel,
  rational,
  sourceFrames,
  toDouble,
  toNumber,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'floor', label: 'Floor', usual: '50', unit: '%' },
  { id: 'crest', label: 'Crest', usual: '400', unit: '%' },
  { id: 'ramp', label: 'Ramp length', usual: '10', unit: 'frames' },
  {
    ...{ id: 'ends', label: 'Fast', usual: 'both' },
    choices: [
      { value: 'both', name: 'at both cuts' },
      { value: 'tail', name: 'at the cut after it' },
      { value: 'head', name: 'at the cut before it' },
    ],
  },
  { id: 'ease', label: 'Easing', usual: 'ease-in-out' },
  { id: 'shot', label: 'Length of the shot', usual: '48', unit: 'frames' },
  { id: 'source', label: 'Rate of the clip', usual: '50', unit: 'fps' },
  { id: 'rate', label: 'Rate of the film', usual: '24', unit: 'fps' },
];

/** Source that a ramp uses, from its floor, crest and length. */
export const rampUse: Calculator = {
  id: 'ramp',
  name: 'Ramp',
  about: 'How much source a shot uses whose speed goes between a floor and a crest.',
  fields: FIELDS,
  formulas: [
    'source frames gone at k = rate of the clip / rate of the film · ∫₀ᵏ v dt',
    'along a straight line ∫ = length · (floor + crest) / 2; along an easing its own area',
    'shown at k: in + ⌊that⌋',
  ],
  source: 'Areas of W3C CSS easing functions in closed form (CSS Easing Functions Level 2).',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const percent = (id: string) => divide(typed.number(id, 1, 10_000), rational(100));
    const [floor, crest] = [percent('floor'), percent('crest')];
    const [length, over] = [typed.whole('shot', 1, 100_000), typed.whole('ramp', 1, 100_000)];
    const ends = typed.text('ends');
    const both = ends === 'both';
    if ((both ? 2 : 1) * over > length)
      throw new CaesuraError(
        'bad-number',
        `${both ? 'Two ramps' : 'A ramp'} of ${plural(over, 'frame')} ${both ? 'do' : 'does'} not fit ${plural(length, 'frame')}.`,
        `Ramp over ${Math.floor(length / (both ? 2 : 1))} frames at most.`,
      );
    const ease = typed.text('ease');
    parseEasing(ease);
    const [source, rate] = [typed.rate('source'), typed.rate('rate')];
    const ramp = shapedRamp({
      floor,
      head: ends === 'tail' ? null : { speed: crest, length: over, ease },
      tail: ends === 'head' ? null : { speed: crest, length: over, ease },
    });
    const shot = { id: 'rule', start: frames(0), clip: 'rule', sourceIn: sourceFrames(0), ramp };
    const time = shotTime({ ramps: [], rate }, shot, { rate: source }, frames(length));
    const { lowest, highest } = time.reach(0, length);
    const used = highest - lowest + 1;
    const mean = toDouble(playedAt(keysOn(ramp, length), length)) / length;
    return {
      results: [
        plainResult('Source used', `${used} frames, 0 to ${highest}`),
        nearResult('Lasts in the clip', used / toNumber(source), 's'),
        nearResult('Mean speed', 100 * mean, '%'),
        exactResult('Stride at the crest', strideOf(source, rate, crest), 'source frames a frame'),
        exactResult('Stride at the floor', strideOf(source, rate, floor), 'source frames a frame'),
      ],
      table: {
        head: ['film frame', 'source frame', 'speed, %'],
        rows: [0, 0.25, 0.5, 0.75, 1].map((part) => {
          const k = Math.min(length - 1, Math.round(part * length));
          const step = time.exact(k + 1) - time.exact(k);
          const stride = toNumber(source) / toNumber(rate);
          return [`${k}`, `${time.at(k)}`, trimmed((100 * step) / stride, 0)];
        }),
      },
      rounded:
        'Shown frames are rounded down to whole source frames; the speeds of the table are means over the frame.',
      sentence: `${plural(length, 'frame')} from ${trimmed(100 * toNumber(floor), 1)} % to ${trimmed(100 * toNumber(crest), 1)} % over ${plural(over, 'frame')} use ${plural(used, 'source frame')} of a ${rateLabel(source)} fps clip in a film of ${rateLabel(rate)} fps.`,
    };
  },
};
