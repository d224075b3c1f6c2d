import {
  formatTimecode,
  instantOfFrame,
  rateLabel,
  toNumber,
  type FrameRate,
  type Frames,
} from '@caesura/core/time';
import type { Plan } from '@caesura/core/plan';

/** A whole number with thin spaces between thousands: 1 080. */
export const grouped = (n: number): string => String(n).replace(/\B(?=(\d{3})+$)/g, '\u202f');

/** Bytes as megabytes, to a tenth where there are few. */
export const megabytes = (bytes: number): string =>
  bytes < 10e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${grouped(Math.round(bytes / 1e6))} MB`;

/** A number of things: “1 shot”, “29 shots”. */
export const counted = (n: number, word: string): string =>
  `${grouped(n)} ${word}${n === 1 ? '' : 's'}`;

/** Bars in words: “bar 33”, “bars 9 and 33”. */
export const barWords = (bars: readonly number[]): string =>
  bars.length === 1 ? `bar ${bars[0]}` : `bars ${bars.slice(0, -1).join(', ')} and ${bars.at(-1)}`;

/** Minutes and seconds for orientation, not exact: 0:17. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const rest = String(whole % 60).padStart(2, '0');
  return whole < 3600
    ? `${Math.floor(whole / 60)}:${rest}`
    : `${Math.floor(whole / 3600)}:${String(Math.floor(whole / 60) % 60).padStart(2, '0')}:${rest}`;
}

/** With its sign, also when positive: +6.4. */
export function signed(n: number, places: number): string {
  const text = Math.abs(n).toFixed(places);
  if (Number(text) === 0) return text;
  return `${n < 0 ? '−' : '+'}${text}`;
}

/** Frames as seconds to a thousandth. */
export const secondsOf = (frame: number, rate: FrameRate): string =>
  `${toNumber(instantOfFrame(frame, rate)).toFixed(3)} s`;

/** Timecode of a plan frame, counted from the plan's start. */
export const timecodeAt = (
  frame: number,
  { start, rate, dropFrame }: Pick<Plan, 'start' | 'rate' | 'dropFrame'>,
): string => formatTimecode((start + frame) as Frames, rate, dropFrame);

/** A length as timecode from zero. */
export const lengthTimecode = (
  length: number,
  { rate, dropFrame }: Pick<Plan, 'rate' | 'dropFrame'>,
): string => formatTimecode(length as Frames, rate, dropFrame);

/** Rate, counting and picture size in a few words. */
export const formatLine = ({
  rate,
  dropFrame,
  size,
}: Pick<Plan, 'rate' | 'dropFrame' | 'size'>): string =>
  `${rateLabel(rate)} fps${dropFrame ? ' drop-frame' : ''} · ${size.width} × ${size.height}`;

/** The time of the film at which a frame begins, in seconds. For drawing and playing. */
export const timeOfFrame = (frame: number, { rate }: Pick<Plan, 'rate'>): number =>
  toNumber(instantOfFrame(frame, rate));
