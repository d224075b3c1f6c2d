import { cameraDirection } from './camera-words.ts';
import { likenessOf, type Likeness } from './likeness.ts';
import { lookAt, type Look } from './look.ts';
import { STILL, type Movement } from './movement.ts';

/** A clip as it is met at a cut. */
export interface Met {
  readonly frames: readonly Movement[];
  readonly looks: readonly Look[];
  readonly usable: { readonly in: number; readonly out: number };
  /** Frames a second. */
  readonly rate: number;
}

/** How the end of one clip meets the start of the next. */
export interface Meeting {
  readonly likeness: Likeness;
  /**
   * Degrees between the directions in which the pictures go on either side; null when one of them
   * hardly goes.
   */
  readonly turn: number | null;
  /** What could jar, in words; empty when nothing does. */
  readonly warnings: readonly string[];
}

/** Seconds at an end over which its movement is taken. */
const END = 0.2;
/** Stops, colour and place from which a difference is told. */
const TELLING_STOPS = 1;
const TELLING_COLOUR = 0.45;
const SAME_PLACE = 0.8;
/** Degrees from which two directions are opposed. */
const OPPOSED = 120;

/** The mean shift of some frames at the head or the tail of the usable part. */
function endMovement({ frames, usable, rate }: Met, end: 'head' | 'tail'): Movement {
  const count = Math.max(1, Math.round(END * rate));
  const part =
    end === 'head'
      ? frames.slice(usable.in + 1, usable.in + 1 + count)
      : frames.slice(Math.max(usable.in, usable.out - count), usable.out);
  const mean = (of: (m: Movement) => number) =>
    part.reduce((sum, m) => sum + of(m), 0) / Math.max(1, part.length);
  return { ...STILL, dx: mean((m) => m.dx), dy: mean((m) => m.dy) };
}

/**
 * Degrees of the direction in which the picture goes at an end of a clip; null when it hardly does.
 */
const endDirection = (met: Met, end: 'head' | 'tail'): number | null =>
  cameraDirection(endMovement(met, end), met.rate).degrees;

/**
 * How one clip meets the next where the usable part of the one ends and that of the other starts;
 * null without looks.
 */
export function meetingOf(one: Met, next: Met): Meeting | null {
  const [tail, head] = [lookAt(one.looks, one.usable.out - 1), lookAt(next.looks, next.usable.in)];
  if (!tail || !head) return null;
  const likeness = likenessOf(tail, head);
  const [goes, comes] = [endDirection(one, 'tail'), endDirection(next, 'head')];
  const apart = goes === null || comes === null ? null : Math.abs(goes - comes) % 360;
  const turn = apart === null ? null : Math.min(apart, 360 - apart);
  const warnings: string[] = [];
  if (Math.abs(likeness.stops) >= TELLING_STOPS)
    warnings.push(
      `${likeness.stops > 0 ? 'brighter' : 'darker'} by about ${Math.abs(likeness.stops).toFixed(1)} stops`,
    );
  if (likeness.colour < TELLING_COLOUR) warnings.push('other colours');
  if (turn !== null && turn >= OPPOSED) warnings.push('moves the other way');
  // The same framing twice looks like a mistake: the picture seems to jump.
  if (likeness.place >= SAME_PLACE && likeness.whole >= SAME_PLACE)
    warnings.push('the same framing, so it may seem to jump');
  return { likeness, turn, warnings };
}

/**
 * An order of clips in which each goes on with the one most like its end, from the first: the
 * places of the clips in their new order. Clips without looks stay at the end, as they were.
 */
export function orderByLikeness(clips: readonly Met[]): number[] {
  const left = clips.map((_, i) => i).filter((i) => clips[i]!.looks.length > 0);
  const without = clips.map((_, i) => i).filter((i) => clips[i]!.looks.length === 0);
  const order = left.splice(0, 1);
  while (left.length > 0) {
    const last = clips[order.at(-1)!]!;
    const worth = (i: number): number => {
      const meeting = meetingOf(last, clips[i]!);
      // Going on the same way is worth as much as half of the likeness; the other way costs as
      // much.
      const way =
        meeting?.turn === null || !meeting ? 0 : 0.5 * Math.cos((meeting.turn * Math.PI) / 180);
      return (meeting?.likeness.whole ?? 0) + way;
    };
    const best = left.reduce((a, b) => (worth(b) > worth(a) ? b : a));
    order.push(...left.splice(left.indexOf(best), 1));
  }
  return [...order, ...without];
}
