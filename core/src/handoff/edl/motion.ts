import { CaesuraError, type Rational } from '../../time/index.ts';

/** A constant speed of an event as the form has it. */
export interface Motion {
  /** Source frames a second, three digits and one decimal. */
  readonly text: string;
  /** Frames that the event takes of its source at that. */
  readonly source: number;
}

/** Most tenths of a frame a second that the three digits of the form hold. */
const MOST = 9999;

/**
 * The motion of an event of `length` film frames that goes over `stride` counted source frames in
 * each, in a list of `nominal` frames a second. Throws when the form has not digits enough.
 */
export function motionOf(
  stride: Rational,
  {
    nominal,
    length,
    shot,
  }: { readonly nominal: number; readonly length: number; readonly shot: number },
): Motion {
  const tenths = Math.round((10 * nominal * stride.num) / stride.den);
  if (Math.abs(tenths) > MOST)
    throw new CaesuraError(
      'edl-speed',
      `Shot ${shot} goes over ${Math.round(Math.abs(tenths) / 10)} source frames a second, and an edit decision list has three digits for that.`,
      'Lower its speed, or hand over OpenTimelineIO or the cut sheet.',
    );
  const text = `${tenths < 0 ? '-' : ''}${(Math.abs(tenths) / 10).toFixed(1).padStart(5, '0')}`;
  // A half is as near to either; this is what a reader gets that counts the figure written in IEEE
  // 754.
  const exact = (Math.abs(tenths) / 10 / nominal) * length;
  const half = exact % 1 === 0.5;
  return { text, source: half ? 2 * Math.round(exact / 2) : Math.round(exact) };
}
