import { BAND_STEP_DECIBELS, BANDS, type OnsetStrength } from './onset-strength.ts';

/** Where most of an onset lies: a kick is low, a snare or consonant high, a note between. */
export type OnsetBand = 'low' | 'middle' | 'high';

/** Upper ends of the low and the middle band. */
const LOW_TO_HZ = 160;
const MIDDLE_TO_HZ = 2000;
/** By what the power of each band counts: treble carries less of it for the same effect. */
const WEIGHTS: Record<OnsetBand, number> = { low: 1, middle: 0.5, high: 4 };
/** Frames before and after the onset whose loudest power is compared. */
const BEFORE = [5, 2] as const;
const AFTER = [0, 4] as const;

/** Which power an onset adds. */
export interface AddedPower {
  readonly band: OnsetBand;
  /** Power added below 160 Hz, of full scale. */
  readonly low: number;
  /** How much the power below 160 Hz rises, in decibels. */
  readonly lowRise: number;
}

const bandOf = (hertz: number): OnsetBand =>
  hertz < LOW_TO_HZ ? 'low' : hertz < MIDDLE_TO_HZ ? 'middle' : 'high';

/** Tells the power that onsets of a sound add in each band, by the strength frame they are at. */
export function addedPower({ bands, centres }: OnsetStrength): (frame: number) => AddedPower {
  const groups = centres.map(bandOf);
  // A band's stored level is a mean over its bins, so that its power grows with its width.
  const widths = centres.map((hz, b) => ((centres[b + 1] ?? hz) - (centres[b - 1] ?? hz)) / 100);
  const powers = Float64Array.from(
    { length: 256 },
    (_, step) => 10 ** ((step * BAND_STEP_DECIBELS - 100) / 10),
  );
  const at = (frame: number): Record<OnsetBand, number> => {
    const sum = { low: 0, middle: 0, high: 0 };
    for (let b = 0; b < BANDS; b++)
      sum[groups[b]!] += powers[bands[BANDS * frame + b] ?? 0]! * widths[b]!;
    return sum;
  };
  const most = (from: number, to: number): Record<OnsetBand, number> => {
    const peak = { low: 1e-12, middle: 1e-12, high: 1e-12 };
    for (let k = Math.max(0, from); k <= to; k++) {
      const power = at(k);
      for (const band of ['low', 'middle', 'high'] as const)
        peak[band] = Math.max(peak[band], power[band]);
    }
    return peak;
  };
  return (frame) => {
    const [before, after] = [
      most(frame - BEFORE[0], frame - BEFORE[1]),
      most(frame + AFTER[0], frame + AFTER[1]),
    ];
    const added = (band: OnsetBand) => Math.max(0, after[band] - before[band]);
    const band = (['low', 'middle', 'high'] as const).reduce((best, b) =>
      WEIGHTS[b] * added(b) > WEIGHTS[best] * added(best) ? b : best,
    );
    return { band, low: added('low'), lowRise: 10 * Math.log10(after.low / before.low) };
  };
}
