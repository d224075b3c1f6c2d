/** The highest value of a strength curve within `reach` frames of a frame; 0 outside the curve. */
export function peakAround(curve: Float32Array, frame: number, reach = 4): number {
  let peak = 0;
  for (let k = Math.max(0, frame - reach); k <= Math.min(curve.length - 1, frame + reach); k++)
    peak = Math.max(peak, curve[k]!);
  return peak;
}
