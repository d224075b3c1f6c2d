import { CaesuraError } from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { nearResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'levels', label: 'Levels', usual: '-18, -23, -23', unit: 'LUFS or dB' },
  { id: 'aim', label: 'Aim', usual: '-14', unit: 'LUFS or dB' },
];

/** Most levels that are summed. */
const MOST = 64;

/** Levels as they are typed. Throws when there are none. */
function levelsOf(text: string): number[] {
  const parts = text.split(/[;\s]+|,\s+|,(?=[-+]?\d+(?:\.\d+)?(?:,|$))/).filter(Boolean);
  const levels = parts.map(Number);
  if (levels.length === 0 || levels.length > MOST || levels.some((one) => !(Math.abs(one) <= 200)))
    throw new CaesuraError(
      'bad-number',
      `“${text}” are no levels.`,
      `Write up to ${MOST} of them: -18, -23.5.`,
    );
  return levels;
}

/** Level of sounds that have nothing in common, together: their powers add. */
export const powerSum = (levels: readonly number[]): number =>
  10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/** Level of one sound that is heard so many times at once: its amplitudes add. */
export const amplitudeSum = (levels: readonly number[]): number =>
  20 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 20), 0));

/** Sums of loudness. */
export const loudnessSum: Calculator = {
  id: 'loudness',
  name: 'Loudness sums',
  about: 'How loud sounds are together, and what takes the sum to an aim.',
  fields: FIELDS,
  formulas: [
    'of different sounds: L = 10 · log₁₀ Σ 10^(Lᵢ / 10)',
    'of the same sound: L = 20 · log₁₀ Σ 10^(Lᵢ / 20)',
  ],
  source:
    'Addition of powers; loudness of ITU-R BS.1770 is a mean of powers, so that it adds alike while gates take nothing.',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const levels = levelsOf(typed.text('levels'));
    const aim = Number(typed.text('aim').replace(',', '.'));
    if (!(Math.abs(aim) <= 200))
      throw new CaesuraError('bad-number', `“${typed.text('aim')}” is no level.`, 'Write -14.');
    const [power, amplitude] = [powerSum(levels), amplitudeSum(levels)];
    return {
      results: [
        nearResult('Together, different sounds', power, 'dB', 2),
        nearResult('Together, the very same sound', amplitude, 'dB', 2),
        nearResult('To the aim, all of them by', aim - power, 'dB', 2),
      ],
      rounded: 'Two digits; real sounds lie between the two sums.',
      sentence: `${levels.map((one) => trimmed(one, 2)).join(', ')} dB are together ${trimmed(power, 1)} dB (${trimmed(amplitude, 1)} dB of the same sound); ${trimmed(aim - power, 1)} dB take them to ${trimmed(aim, 1)}.`,
    };
  },
};
