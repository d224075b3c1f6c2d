import type { ShotFacts } from '../../film/index.ts';

/** A shot of one film and the one of the other that it is; null where the other has none. */
export interface ShotPair {
  readonly before: ShotFacts | null;
  readonly after: ShotFacts | null;
}

/** What a clip is known by in two plans: its file, or its name. */
const clipOf = ({ clip }: ShotFacts): string | null =>
  clip && (clip.content ?? clip.fileName ?? clip.name);

/** The part of two source ranges, 0–1, that they share of the shorter one. */
function shared(a: ShotFacts, b: ShotFacts): number {
  const [low, high] = [
    Math.max(a.used?.lowest ?? 0, b.used?.lowest ?? 0),
    Math.min(a.used?.highest ?? 0, b.used?.highest ?? 0),
  ];
  const shorter = Math.min(
    ...[a, b].map(({ used }) => (used ? used.highest - used.lowest + 1 : 1)),
  );
  return Math.max(0, high - low + 1) / shorter;
}

/** How much speaks for two shots being one: its clip, what is shown of it, where and how long. */
function likeness(a: ShotFacts, b: ShotFacts): number {
  const sameClip = clipOf(a) === clipOf(b);
  const sameShot = a.shot.id === b.shot.id;
  if (!sameClip && !sameShot && a.start !== b.start) return 0;
  return (
    (sameClip ? 3 + 2 * shared(a, b) : 0) +
    (sameShot ? 2 : 0) +
    (a.start === b.start ? 1 : 0) +
    (a.length === b.length ? 0.5 : 0)
  );
}

/** Pairs of shots whose likeness is weighed at most; beyond it they are paired in their order. */
const MOST = 9_000_000;

/**
 * The shots of two films laid beside one another in their order, so that most speaks for it
 * (alignment by dynamic programming, after Needleman and Wunsch 1970). A shot that only one film
 * has stands alone.
 */
export function matchedShots(
  before: readonly ShotFacts[],
  after: readonly ShotFacts[],
): readonly ShotPair[] {
  const [n, m] = [before.length, after.length];
  if (n * m > MOST)
    return Array.from({ length: Math.max(n, m) }, (_, i) => ({
      before: before[i] ?? null,
      after: after[i] ?? null,
    }));
  const width = m + 1;
  const best = new Float64Array((n + 1) * width);
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--) {
      const like = likeness(before[i]!, after[j]!);
      const paired = like > 0 ? like + best[(i + 1) * width + j + 1]! : 0;
      best[i * width + j] = Math.max(paired, best[(i + 1) * width + j]!, best[i * width + j + 1]!);
    }
  const pairs: ShotPair[] = [];
  let [i, j] = [0, 0];
  while (i < n && j < m) {
    const here = best[i * width + j]!;
    const like = likeness(before[i]!, after[j]!);
    if (like > 0 && here === like + best[(i + 1) * width + j + 1]!)
      pairs.push({ before: before[i++]!, after: after[j++]! });
    else if (here === best[(i + 1) * width + j]!) pairs.push({ before: before[i++]!, after: null });
    else pairs.push({ before: null, after: after[j++]! });
  }
  while (i < n) pairs.push({ before: before[i++]!, after: null });
  while (j < m) pairs.push({ before: null, after: after[j++]! });
  return pairs;
}
