import { CaesuraError } from './errors.ts';
import { nominalRate, rateLabel, type FrameRate } from './rate.ts';
import { frames, type Frames } from './units.ts';

const MINUTES_PER_DAY = 24 * 60;

/**
 * Whether SMPTE ST 12-1 defines drop-frame counting at this rate: only at 30000/1001 and
 * 60000/1001.
 */
export const canDropFrames = (rate: FrameRate): boolean =>
  rate.den === 1001 && (rate.num === 30000 || rate.num === 60000);

/** Labels left out at each minute not divisible by ten: 2 at 30000/1001, 4 at 60000/1001. */
const droppedPerMinute = (rate: FrameRate): number => (rate.num === 30000 ? 2 : 4);

function checkCounting(rate: FrameRate, dropFrame: boolean): void {
  if (dropFrame && !canDropFrames(rate))
    throw new CaesuraError(
      'no-drop-frame',
      `There is no drop-frame timecode at ${rateLabel(rate)} fps.`,
      'Use non-drop timecode, or 29.97 or 59.94 fps.',
    );
}

/** Frames from label 00:00:00:00 to the same label a day later. */
export function framesPerDay(rate: FrameRate, dropFrame: boolean): Frames {
  checkCounting(rate, dropFrame);
  const all = nominalRate(rate) * 60 * MINUTES_PER_DAY;
  return frames(
    dropFrame ? all - droppedPerMinute(rate) * (MINUTES_PER_DAY - MINUTES_PER_DAY / 10) : all,
  );
}

const two = (n: number): string => (n < 10 ? `0${n}` : `${n}`);

/**
 * The SMPTE ST 12-1 label of frame `frame` counted from 00:00:00:00, wrapped at 24 hours.
 * Drop-frame labels have `;` before the frames. Rates above 100 show three digits of frames.
 * Throws on a negative or broken frame, and for drop-frame at a rate that has none.
 */
export function formatTimecode(frame: number, rate: FrameRate, dropFrame: boolean): string {
  checkCounting(rate, dropFrame);
  if (!Number.isSafeInteger(frame) || frame < 0)
    throw new CaesuraError(
      'no-such-frame',
      `Frame ${frame} has no timecode: it must be a whole number from 0 up.`,
    );
  const fps = nominalRate(rate);
  let count = frame % framesPerDay(rate, dropFrame);
  if (dropFrame) {
    // Put the left-out labels back: 9 × dropped in every full ten minutes, then one lot for each
    // minute after the first.
    const dropped = droppedPerMinute(rate);
    const inTenMinutes = fps * 600 - dropped * 9;
    const inMinute = fps * 60 - dropped;
    const rest = count % inTenMinutes;
    const extra = rest < fps * 60 ? 0 : dropped * (1 + Math.floor((rest - fps * 60) / inMinute));
    count += Math.floor(count / inTenMinutes) * dropped * 9 + extra;
  }
  const seconds = Math.floor(count / fps);
  const ff = count % fps;
  const minutes = Math.floor(seconds / 60);
  const label = fps > 100 ? String(ff).padStart(3, '0') : two(ff);
  return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}:${two(seconds % 60)}${dropFrame ? ';' : ':'}${label}`;
}

/** A label split into its numbers, and whether it was written with the drop-frame `;`. */
interface LabelFields {
  readonly hours: number;
  readonly minutes: number;
  readonly seconds: number;
  readonly frames: number;
  readonly semicolon: boolean;
}

function splitLabel(label: string): LabelFields | null {
  const match = /^\s*(\d{1,2}):(\d{1,2}):(\d{1,2})([:;])(\d{1,3})\s*$/.exec(label);
  if (!match) return null;
  const [, h, m, s, separator, f] = match;
  return {
    hours: Number(h),
    minutes: Number(m),
    seconds: Number(s),
    frames: Number(f),
    semicolon: separator === ';',
  };
}

/** Whether text has the form of a timecode label, possible or not. */
export const looksLikeTimecode = (text: string): boolean => splitLabel(text) !== null;

/**
 * The frame that a timecode label names, counted from 00:00:00:00. A label written with `:` is read
 * in the counting asked for, since many files write drop-frame so. Throws when the text is not a
 * label, a field is out of range, or the label is one that drop-frame leaves out; the message then
 * names the labels before and after it.
 */
export function parseTimecode(label: string, rate: FrameRate, dropFrame: boolean): Frames {
  checkCounting(rate, dropFrame);
  const fields = splitLabel(label);
  if (!fields)
    throw new CaesuraError(
      'bad-timecode',
      `“${label}” is not a timecode.`,
      'Write it as hours:minutes:seconds:frames, such as 01:00:00:00.',
    );
  if (fields.semicolon && !dropFrame)
    throw new CaesuraError(
      'bad-timecode',
      `“${label}” is drop-frame timecode, but this counts without drop-frame.`,
      `Write ${label.replace(';', ':')}, or turn drop-frame on.`,
    );
  const fps = nominalRate(rate);
  const limits: [string, number, number][] = [
    ['hours', fields.hours, 24],
    ['minutes', fields.minutes, 60],
    ['seconds', fields.seconds, 60],
    ['frames', fields.frames, fps],
  ];
  for (const [name, value, limit] of limits)
    if (value >= limit)
      throw new CaesuraError(
        'bad-timecode',
        `There is no timecode ${label} at ${rateLabel(rate)} fps.`,
        `The ${name} go from 0 to ${limit - 1}.`,
      );
  const totalMinutes = fields.hours * 60 + fields.minutes;
  const all = (totalMinutes * 60 + fields.seconds) * fps + fields.frames;
  if (!dropFrame) return frames(all);
  const dropped = droppedPerMinute(rate);
  const before = dropped * (totalMinutes - Math.floor(totalMinutes / 10));
  if (fields.seconds === 0 && fields.minutes % 10 !== 0 && fields.frames < dropped) {
    const next = totalMinutes * 60 * fps + dropped - before;
    throw new CaesuraError(
      'bad-timecode',
      `There is no timecode ${label}: drop-frame leaves it out.`,
      `The nearest are ${formatTimecode(next - 1, rate, true)} and ${formatTimecode(next, rate, true)}.`,
    );
  }
  return frames(all - before);
}
