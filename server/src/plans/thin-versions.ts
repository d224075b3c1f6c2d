/** A version by its number and when it was the plan. */
export interface Dated {
  readonly number: number;
  readonly at: string;
}

const [HOUR, DAY] = [3_600_000, 86_400_000];
/** Most automatic versions of a plan. */
const MOST = 60;

/**
 * The automatic versions that go: of the last hour all stay, of the last day the last of each hour,
 * of before the last of each day, and at most sixty.
 */
export function thinned(versions: readonly Dated[], now: Date): number[] {
  const kept = new Set<string>();
  const gone: number[] = [];
  let count = 0;
  const lastFirst = versions.toSorted((a, b) => b.at.localeCompare(a.at) || b.number - a.number);
  for (const { number, at } of lastFirst) {
    const age = now.getTime() - Date.parse(at);
    const of = age < HOUR ? `${number}` : age < DAY ? at.slice(0, 13) : at.slice(0, 10);
    if (kept.has(of) || count >= MOST) gone.push(number);
    else {
      kept.add(of);
      count++;
    }
  }
  return gone;
}
