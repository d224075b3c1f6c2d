import type { ShotFacts } from '@caesura/core/film';

/** Parts of what is shown of a source that are seen beside it. */
const BESIDE = 0.12;

/** Heights of the speeds and of the fan in the least room, and what is beside them in it. */
const LEAST = { chart: 178, fan: 108, room: 680 };
/** What a taller room adds at most, and the part of it that the speeds get. */
const MOST_ADDED = 360;
const CHART_PART = 0.65;

/** Where frames of a shot and of its source lie across a drawing, in pixels. */
export interface Scales {
  readonly width: number;
  /** Heights of the speeds, and of the fan. */
  readonly chart: number;
  readonly fan: number;
  readonly length: number;
  /** Source positions at the left and the right edge. */
  readonly from: number;
  readonly to: number;
}

/**
 * The scales of a shot in a room of so many pixels: its film from edge to edge, its source with
 * what is spare beside it.
 */
export function scalesOf(
  { length, used, clip }: ShotFacts,
  { width, height }: { readonly width: number; readonly height: number },
): Scales {
  const added = Math.min(MOST_ADDED, Math.max(0, height - LEAST.room));
  const chart = LEAST.chart + Math.round(CHART_PART * added);
  const [low, high] = [used?.lowest ?? 0, (used?.highest ?? 0) + 1];
  const beside = Math.max(4, (high - low) * BESIDE);
  const end = Math.max(clip?.frames ?? high, high);
  return {
    ...{ width, length, chart },
    fan: LEAST.fan + LEAST.chart + added - chart,
    from: Math.max(Math.min(0, low), low - beside),
    to: Math.min(end, high + beside),
  };
}

export const filmX = ({ width, length }: Scales, k: number): number => (k / length) * width;
export const sourceX = ({ width, from, to }: Scales, source: number): number =>
  ((source - from) / Math.max(1, to - from)) * width;
export const sourceAtX = ({ width, from, to }: Scales, x: number): number =>
  Math.round(from + (x / width) * (to - from));

/** Every so many frames of a shot, so that they lie at least so many pixels apart. */
export const everyFrames = ({ width, length }: Scales, apart: number): number =>
  Math.max(1, Math.ceil((apart * length) / Math.max(1, width)));
