import { speedAt } from '../../curves/index.ts';
import type { ShotFacts } from '../../film/index.ts';
import { setRamp } from '../../plan/edits/edit-ramps.ts';
import type { Ramp, RampKey } from '../../plan/index.ts';
import { placeOf } from '../../ramps/index.ts';
import { frames, percent, rational } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';

/** A change of speed within a frame from which it is told as a jump, times normal. */
const JUMP = 0.5;
/** Frames of ramps that may take the place of a jump, the usual first; common practice. */
const LENGTHS = [10, 6, 4] as const;

/** A ramp in which a jump is eased over so many frames about it. */
function eased({ ramp, length, time }: ShotFacts, at: number, lasts: number): Ramp {
  const from = Math.max(0, at - Math.floor(lasts / 2));
  const to = Math.min(length, from + lasts);
  const speed = (k: number) => {
    const { num, den } = rational(Math.round(speedAt(time!.curve, k) * 10_000), 10_000);
    return { num, den };
  };
  const place = (key: RampKey) => placeOf(key, length);
  const kept = (ramp ?? []).filter((key) => place(key) < from || place(key) > to);
  const keys: RampKey[] = [
    { from: 'start', at: from, speed: speed(from), ease: 'ease-in-out' },
    { from: 'start', at: to, speed: speed(to), ease: 'linear' },
  ];
  return [...kept, ...keys].sort((a, b) => place(a) - place(b));
}

/** The jump, times normal, and the frame of the shot that comes after it. */
interface Figures {
  readonly jump: number;
  readonly after: number;
}

/**
 * The speed of a shot jumps by more than half of normal within a frame; held pictures may begin and
 * end at once.
 */
export const speedJump = faultKind<'speed-jump', Figures>({
  code: 'speed-jump',
  name: 'Speed jumps',
  area: 'speeds',
  find: perShot<Figures>(({ index, time, length, start }) => {
    if (!time || time.curve.length < 2) return [];
    for (let k = 0; k + 1 < length; k++) {
      const [a, b] = [speedAt(time.curve, k), speedAt(time.curve, k + 1)];
      const step = Math.abs(b - a);
      // A ramp eased over some frames is steep, too; a jump is one that has no frame of its own in
      // between.
      const before = Math.abs(a - speedAt(time.curve, Math.max(0, k - 1)));
      const after = Math.abs(speedAt(time.curve, Math.min(length, k + 2)) - b);
      if (step < JUMP || a === 0 || b === 0 || before > step / 4 || after > step / 4) continue;
      return [
        {
          shot: index,
          cut: null,
          frame: frames(start + k + 1),
          figures: { jump: step, after: k + 1 },
          message: `The speed of shot ${index + 1} jumps by ${percent(step)} in a frame, from ${percent(a)} to ${percent(b)}.`,
          mend: 'Give it a ramp of 10 frames.',
        },
      ];
    }
    return [];
  }),
  mends: ({ plan, shots }, { shot, figures: { after } }) =>
    LENGTHS.map((lasts) => ({
      label: `Ease it over ${lasts} frames`,
      make: () => setRamp(plan, shot!, eased(shots[shot!]!, after, lasts)),
    })),
});
