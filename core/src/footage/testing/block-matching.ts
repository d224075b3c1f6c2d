import type { Luma } from '../luma.ts';

/**
 * The shift of a picture against the one before in pixels by block matching, which shares nothing
 * with alignment by slopes: for each block of 16 pixels the place where it differs least (sum of
 * absolute differences) within `reach`, with a parabola through the least and its neighbours for
 * parts of a pixel; then the middle of all blocks.
 */
export function blockShift(before: Luma, after: Luma, reach: number): { x: number; y: number } {
  const { width, height } = before;
  const size = 16;
  const shifts: { x: number; y: number }[] = [];
  for (let top = reach; top + size + reach < height; top += size)
    for (let from = reach; from + size + reach < width; from += size) {
      const cost = (dx: number, dy: number): number => {
        let sum = 0;
        for (let y = 0; y < size; y++)
          for (let x = 0; x < size; x++)
            sum += Math.abs(
              before.values[(top + y) * width + from + x]! -
                after.values[(top + y + dy) * width + from + x + dx]!,
            );
        return sum;
      };
      let [bestX, bestY, least] = [0, 0, Infinity];
      for (let dy = -reach + 1; dy < reach; dy++)
        for (let dx = -reach + 1; dx < reach; dx++) {
          const sum = cost(dx, dy);
          if (sum < least) [bestX, bestY, least] = [dx, dy, sum];
        }
      const vertex = (left: number, right: number) => {
        const bend = left + right - 2 * least;
        return bend > 0 ? (left - right) / (2 * bend) : 0;
      };
      shifts.push({
        x: bestX + vertex(cost(bestX - 1, bestY), cost(bestX + 1, bestY)),
        y: bestY + vertex(cost(bestX, bestY - 1), cost(bestX, bestY + 1)),
      });
    }
  const middle = (values: number[]) => values.toSorted((a, b) => a - b)[values.length >> 1]!;
  return { x: middle(shifts.map((s) => s.x)), y: middle(shifts.map((s) => s.y)) };
}
