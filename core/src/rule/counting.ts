import {
  canDropFrames,
  formatTimecode,
  framesPerBeat,
  instantOfFrame,
  divide,
  multiply,
  parseLength,
  plural,
  rateLabel,
  rational,
  round,
  sameRate,
  subtract,
  toNumber,
  USUAL_RATES,
  type FrameRate,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

/** How labels are counted. */
export const DROP_FIELD: RuleField = {
  ...{ id: 'drop', label: 'Labels', usual: 'no' },
  choices: [
    { value: 'no', name: 'all frames' },
    { value: 'yes', name: 'drop-frame' },
  ],
};

const FIELDS: readonly RuleField[] = [
  { id: 'length', label: 'Length', usual: '00:00:04:12' },
  { id: 'rate', label: 'Frame rate', usual: '24', unit: 'fps' },
  DROP_FIELD,
  { id: 'tempo', label: 'Tempo', usual: '120', unit: 'BPM' },
];

/** Frames, time, timecode and beats of a length, over all rates side by side. */
export const counting: Calculator = {
  id: 'counting',
  name: 'Frames, time, beats',
  about: 'What a length is in frames, seconds, timecode and beats, at this rate and the others.',
  fields: FIELDS,
  formulas: [
    'seconds = frames · den / num of the rate',
    'frames = ⌊seconds · num / den + ½⌋, the nearest; a half goes up',
    'beats = seconds · BPM / 60',
  ],
  source: 'Rational arithmetic; labels by SMPTE ST 12-1.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const rate = typed.rate('rate');
    const tempo = typed.number('tempo', 1, 1000);
    const dropFrame = typed.text('drop') === 'yes' && canDropFrames(rate);
    const { frames, exact, errorMilliseconds } = parseLength(typed.text('length'), {
      ...{ rate, dropFrame, tempo },
    });
    // The time that was typed, not that of its nearest frame, is what other rates are asked.
    const seconds = divide(exact, rate);
    const label = (count: number, at: FrameRate) =>
      formatTimecode(count, at, typed.text('drop') === 'yes' && canDropFrames(at));
    const rates = USUAL_RATES.some((one) => sameRate(one, rate))
      ? USUAL_RATES
      : [rate, ...USUAL_RATES];
    const beats = divide(exact, framesPerBeat(tempo, rate));
    return {
      results: [
        plainResult('Frames', frames),
        exactResult('Seconds', instantOfFrame(frames, rate), 's', 6),
        plainResult('Timecode', frames >= 0 ? label(frames, rate) : 'none before 0'),
        exactResult('Beats', beats),
        ...(errorMilliseconds === 0
          ? []
          : [nearResult('Off what was typed', errorMilliseconds, 'ms')]),
      ],
      table: {
        head: ['fps', 'frames', 'timecode', 'off, ms'],
        rows: rates.map((at) => {
          const place = multiply(seconds, at);
          const near = round(place);
          const off = (1000 * toNumber(subtract(rational(near), place))) / toNumber(at);
          return [
            rateLabel(at),
            `${near}`,
            near >= 0 ? label(near, at) : '',
            off === 0 ? 'exact' : trimmed(off, 3),
          ];
        }),
      },
      rounded:
        errorMilliseconds === 0
          ? null
          : `To the nearest frame, ${trimmed(Math.abs(errorMilliseconds), 3)} ms ${errorMilliseconds > 0 ? 'later' : 'earlier'}.`,
      sentence: `At ${rateLabel(rate)} fps ${plural(frames, 'frame')} are ${trimmed(toNumber(instantOfFrame(frames, rate)), 4)} s${frames >= 0 ? `, ${label(frames, rate)}` : ''}, ${trimmed(toNumber(beats), 3)} beats at ${trimmed(toNumber(tempo), 3)} BPM.`,
    };
  },
};
