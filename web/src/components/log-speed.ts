/** Speeds at which a line is drawn, in per cent. */
const LINES = [5, 10, 25, 50, 100, 200, 400, 800, 1600, 3200, 6400, 10_000];

/** A logarithmic axis of speeds, in pixels from its top. */
export interface SpeedAxis {
  readonly low: number;
  readonly high: number;
  readonly height: number;
}

/**
 * The axis on which some speeds are seen, with room above and below: from 25 to 200 per cent at
 * least. What stands or goes backwards has no place on it and lies on its lower edge.
 */
export function speedAxis(speeds: readonly number[], height: number): SpeedAxis {
  const forwards = speeds.filter((speed) => speed > 0.005);
  const low = Math.min(0.25, ...forwards.map((speed) => speed / 1.3));
  const high = Math.max(2.2, ...forwards.map((speed) => speed * 1.3));
  return { low: Math.max(0.01, low), high: Math.min(130, high), height };
}

/** Where a speed lies, in pixels from the top. */
export function yOf({ low, high, height }: SpeedAxis, speed: number): number {
  const part = Math.log(Math.max(low, speed) / low) / Math.log(high / low);
  return height * (1 - Math.min(1, part));
}

/** The speed at a height. */
export const speedAtY = ({ low, high, height }: SpeedAxis, y: number): number =>
  low * (high / low) ** Math.min(1, Math.max(0, 1 - y / height));

/** The speeds that have a line on an axis, in per cent. */
export const linesOn = ({ low, high }: SpeedAxis): number[] =>
  LINES.filter((percent) => percent / 100 >= low && percent / 100 <= high);

/** A dragged speed: to a whole per cent, and to a line of the axis where it is near one. */
export function snappedSpeed(axis: SpeedAxis, y: number): number {
  const speed = speedAtY(axis, y);
  const near = linesOn(axis).find((percent) => Math.abs(yOf(axis, percent / 100) - y) < 5);
  const percent = near ?? Math.max(1, Math.round(100 * speed));
  return percent / 100;
}
