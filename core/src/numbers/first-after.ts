/** The place of the first of ascending numbers that is more than one; their count when none is. */
export function firstAfter(ascending: ArrayLike<number>, one: number): number {
  let [low, high] = [0, ascending.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ascending[middle]! > one) high = middle;
    else low = middle + 1;
  }
  return low;
}
