/** How far something eased has come, from 0 to 1, after a part of its way. */
export type Eased = (part: number) => number;

/** A curve of Bézier with its ends in two corners; its parameter is found by halving. */
function bezier(x1: number, y1: number, x2: number, y2: number): Eased {
  const along = (a: number, b: number, t: number) =>
    3 * (1 - t) * (1 - t) * t * a + 3 * (1 - t) * t * t * b + t * t * t;
  return (part) => {
    let [low, high] = [0, 1];
    for (let i = 0; i < 60; i++) {
      const middle = (low + high) / 2;
      if (along(x1, x2, middle) < part) low = middle;
      else high = middle;
    }
    return along(y1, y2, (low + high) / 2);
  };
}

const KEYWORDS: Readonly<Record<string, Eased>> = {
  linear: (part) => part,
  ease: bezier(0.25, 0.1, 0.25, 1),
  'ease-in': bezier(0.42, 0, 1, 1),
  'ease-out': bezier(0, 0, 0.58, 1),
  'ease-in-out': bezier(0.42, 0, 0.58, 1),
};

/** Steps of so many, of which the first or the last jump is at an end. */
function steps(count: number, jump: string): Eased {
  const [first, jumps] = (
    {
      start: [1, count],
      'jump-start': [1, count],
      'jump-none': [0, count - 1],
      'jump-both': [1, count + 1],
    } as Readonly<Record<string, [number, number]>>
  )[jump] ?? [0, count];
  return (part) =>
    part >= 1 ? 1 : Math.min(jumps, Math.floor(part * count + 1e-12) + first) / jumps;
}

/** Straight lines through stops, each an output and maybe places. */
function stops(list: readonly string[]): Eased {
  const points = list.map((stop) => {
    const [output, ...places] = stop.trim().split(/\s+/);
    return { output: Number(output), places: places.map((p) => Number(p.replace('%', '')) / 100) };
  });
  const placed = points.flatMap(({ output, places }) =>
    places.length > 0 ? places.map((at) => ({ at, output })) : [{ at: Number.NaN, output }],
  );
  if (placed.length > 0 && Number.isNaN(placed[0]!.at)) placed[0]!.at = 0;
  if (placed.length > 0 && Number.isNaN(placed.at(-1)!.at)) placed.at(-1)!.at = 1;
  let last = -Infinity;
  for (const point of placed)
    if (!Number.isNaN(point.at)) last = point.at = Math.max(last, point.at);
  placed.forEach((point, i) => {
    if (!Number.isNaN(point.at)) return;
    const next = placed.findIndex(({ at }, j) => j > i && !Number.isNaN(at));
    const before = placed[i - 1]!.at;
    point.at = before + (placed[next]!.at - before) / (next - i + 1);
  });
  return (part) => {
    const next = placed.findIndex(({ at }) => at > part);
    const [a, b] =
      next < 0
        ? [placed.at(-2), placed.at(-1)]
        : [placed[Math.max(0, next - 1)], placed[Math.max(1, next)]];
    if (!a || !b || b.at === a.at) return (b ?? a)?.output ?? part;
    return a.output + ((part - a.at) / (b.at - a.at)) * (b.output - a.output);
  };
}

/** An easing in the syntax of W3C CSS Easing Functions; null where it is none. */
export function easedBy(text: string): Eased | null {
  const word = KEYWORDS[text];
  if (word) return word;
  const found = /^(cubic-bezier|steps|linear)\((.*)\)$/.exec(text.trim());
  if (!found)
    return text === 'step-start' ? steps(1, 'start') : text === 'step-end' ? steps(1, 'end') : null;
  const given = found[2]!.split(',').map((part) => part.trim());
  if (found[1] === 'steps') return steps(Number(given[0]), given[1] ?? 'end');
  if (found[1] === 'linear') return stops(given);
  const [x1, y1, x2, y2] = given.map(Number) as [number, number, number, number];
  return bezier(x1, y1, x2, y2);
}
