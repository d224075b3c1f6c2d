import {
  frameLocks,
  framesPerBeat,
  multiply,
  rateLabel,
  rational,
  toNumber,
  toText,
  USUAL_RATES,
} from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'tempo', label: 'Tempo', usual: '112', unit: 'BPM' },
  { id: 'rate', label: 'Frame rate', usual: '24', unit: 'fps' },
  { id: 'perBar', label: 'Beats a bar', usual: '4' },
];

/** Frames a beat at a tempo, and the tempi near it whose beats lie on frames. */
export const tempoLocks: Calculator = {
  id: 'tempo',
  name: 'Tempo and frames',
  about: 'How many frames a beat lasts, and which tempi near it have every beat on a frame.',
  fields: FIELDS,
  formulas: [
    'frames a beat = 60 · rate / BPM',
    'a locked tempo = 60 · rate / F, F whole, or x.5 where every second beat is on a frame',
    'change of playing speed = locked / given − 1',
  ],
  source: 'Arithmetic of film clicks; from memory, common practice.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const [tempo, rate] = [typed.number('tempo', 1, 1000), typed.rate('rate')];
    const perBar = typed.whole('perBar', 1, 32);
    const beat = framesPerBeat(tempo, rate);
    const locks = [...frameLocks(tempo, rate, 1), ...frameLocks(tempo, rate, 2)];
    const isLocked = beat.den === 1;
    return {
      results: [
        exactResult('A beat', beat, 'frames'),
        exactResult('A bar', multiply(beat, rational(perBar)), 'frames'),
      ],
      table: {
        head: ['fps', 'a beat, frames', 'nearest locked', 'BPM', 'speed, %'],
        rows: USUAL_RATES.flatMap((at) => {
          const own = framesPerBeat(tempo, at);
          const near = frameLocks(tempo, at, 1).toSorted(
            (a, b) => Math.abs(a.varispeedPercent) - Math.abs(b.varispeedPercent),
          )[0];
          return near
            ? [
                [
                  rateLabel(at),
                  own.den === 1 ? `${own.num}` : `≈ ${trimmed(toNumber(own), 3)}`,
                  toText(near.beatFrames),
                  trimmed(toNumber(near.tempo), 3),
                  near.varispeedPercent === 0 ? 'locked' : trimmed(near.varispeedPercent, 3),
                ],
              ]
            : [];
        }),
      },
      rounded: isLocked
        ? null
        : 'Each beat is rounded from its own time, so that no error adds up.',
      sentence: `At ${trimmed(toNumber(tempo), 3)} BPM and ${rateLabel(rate)} fps a beat is ${isLocked ? beat.num : `${toText(beat)} (about ${trimmed(toNumber(beat), 3)})`} frames; ${locks
        .map(
          (lock) =>
            `${toText(lock.beatFrames)} frames at ${trimmed(toNumber(lock.tempo), 3)} BPM (${trimmed(lock.varispeedPercent, 2)} %)`,
        )
        .join(', ')}.`,
    };
  },
};
