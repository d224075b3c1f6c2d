import { ratio, type Ratio } from './ratio.ts';

/** How labels of time count frames. */
export interface Labelled {
  /** Frames a second. */
  readonly num: number;
  readonly den: number;
  readonly drop: boolean;
}

/** Frames a second of a counting, exact. */
export const perSecond = ({ num, den }: Labelled): Ratio => ratio(num, den);
/** Frames that a second of a label has. */
export const labelled = ({ num, den }: Labelled): number => Math.ceil(num / den);

/**
 * The frame that a label of hours, minutes, seconds and frames counts; null where there is no such
 * label. With frames dropped, labels of the first two (four at 60) are left out of every minute
 * but each tenth (SMPTE ST 12-1).
 */
export function frameOf(label: string, counting: Labelled): number | null {
  const found = /^(\d\d)[:;.,](\d\d)[:;.,](\d\d)[:;.,](\d\d\d?)$/.exec(label.trim());
  if (!found) return null;
  const [h, m, s, f] = found.slice(1).map(Number) as [number, number, number, number];
  const second = labelled(counting);
  if (h > 23 || m > 59 || s > 59 || f >= second) return null;
  const counted = ((h * 60 + m) * 60 + s) * second + f;
  if (!counting.drop) return counted;
  const left = second / 15;
  if (m % 10 !== 0 && s === 0 && f < left) return null;
  const minutes = h * 60 + m;
  return counted - left * (minutes - Math.floor(minutes / 10));
}

/** The label parts of a frame: hours, minutes, seconds, frames. */
export function partsOf(frame: number, counting: Labelled): [number, number, number, number] {
  const second = labelled(counting);
  let counted = frame;
  if (counting.drop) {
    const left = second / 15;
    const [ten, one] = [600 * second - 9 * left, 60 * second - left];
    const tens = Math.floor(frame / ten);
    const rest = frame - tens * ten;
    // The first minute of ten is whole.
    const ones = rest < 60 * second ? 0 : 1 + Math.floor((rest - 60 * second) / one);
    counted += left * (9 * tens + ones);
  }
  const seconds = Math.floor(counted / second);
  return [
    Math.floor(seconds / 3600),
    Math.floor(seconds / 60) % 60,
    seconds % 60,
    counted % second,
  ];
}
