import { composed, NO_MOVE, type CameraMove } from './camera-move.ts';
import type { Luma } from './luma.ts';
import { NO_SUBJECT, subjectMotion, type SubjectMotion } from './subject-motion.ts';

/** Frames a second from which movement is taken over more than one frame: it would be too small. */
const USUAL_RATE = 30;

/** Follows what moves by itself through the frames of a clip. */
export interface SubjectFollower {
  /** The next frame, and the camera's move to it from the one before. */
  readonly take: (picture: Luma, move: CameraMove) => void;
  /** What moved by itself at each frame taken, each over about a thirtieth of a second about it. */
  readonly end: () => SubjectMotion[];
}

/** Begins to follow what moves in a clip of a rate in frames a second. */
export function subjectFollower(rate: number): SubjectFollower {
  const stride = Math.max(1, Math.round(rate / USUAL_RATE));
  const past: { picture: Luma; move: CameraMove }[] = [];
  const found: SubjectMotion[] = [];
  let count = 0;
  let latest = NO_SUBJECT;
  return {
    take(picture, move) {
      past.push({ picture, move });
      count++;
      if (past.length <= stride) return;
      const [first, ...since] = past;
      const whole = since.reduce((sum, { move: next }) => composed(sum, next), NO_MOVE);
      latest = subjectMotion(first!.picture, picture, whole, latest);
      past.shift();
      // Of the frames between the two, the one in the middle has it.
      const at = count - 1 - ((stride - 1) >> 1);
      found[at] = { ...latest, vx: latest.vx / stride, vy: latest.vy / stride };
    },
    end() {
      const last = found.length - 1;
      return Array.from({ length: count }, (_, k) => found[Math.min(k, last)] ?? NO_SUBJECT);
    },
  };
}
