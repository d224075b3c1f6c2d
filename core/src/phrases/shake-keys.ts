import { LINEAR, parseEasing } from '../curves/index.ts';
import type { Tracks, ValueKey } from '../motion/index.ts';
import { seeded } from '../numbers/seeded.ts';
import type { Shake } from '../plan/index.ts';

/** Over how long a shake goes, in frames, and how long a second and a beat are. */
interface Lasting {
  /** Its last frame; it begins on frame 0. */
  readonly last: number;
  readonly secondFrames: number;
  readonly beatFrames: number;
}

/** The least part of its reach that a shake goes on a swing. */
const LEAST = 0.6;
/** The golden angle in turns, by which each swing looks another way than those before it. */
const GOLDEN = 0.381966;

/**
 * A shake as keys of shift and turn: a swing every half period, each to the other side than the one
 * before and in a direction of its own, by at least 0.6 of the reach, which decays. It begins with
 * the first swing and ends at rest. The same seed makes the same keys.
 */
export function shakeKeys(
  { reach, turn, often, per, left, seed }: Shake,
  { last, secondFrames, beatFrames }: Lasting,
  aspect: number,
): Tracks {
  const period = (per === 'second' ? secondFrames : beatFrames) * (often.den / often.num);
  // A frame is the least that can be seen.
  const half = Math.max(1, period / 2);
  const random = seeded(seed);
  const ease = parseEasing('ease-in-out');
  const x: ValueKey[] = [];
  const y: ValueKey[] = [];
  const rotation: ValueKey[] = [];
  const start = random();
  for (let swing = 0; Math.round(swing * half) < last; swing++) {
    const at = Math.round(swing * half);
    const far = (LEAST + (1 - LEAST) * random()) * left ** (at / secondFrames);
    const side = swing % 2 === 0 ? 1 : -1;
    // Half a turn of directions: the other half is the other side.
    const angle = Math.PI * ((start + swing * GOLDEN) % 1);
    x.push({ at, value: side * reach * far * Math.cos(angle), ease });
    y.push({ at, value: side * reach * far * Math.sin(angle) * aspect, ease });
    rotation.push({ at, value: side * turn * far, ease });
  }
  for (const track of [x, y, rotation]) track.push({ at: last, value: 0, ease: LINEAR });
  return { ...(reach > 0 && { x, y }), ...(turn > 0 && { rotation }) };
}
