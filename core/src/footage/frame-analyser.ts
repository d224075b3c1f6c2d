import { NO_MOVE, type CameraMove } from './camera-move.ts';
import { halved, levelsOf, type Level, type Luma } from './luma.ts';
import { lookOf, meanColour, type Colour, type ColourGrid, type Look } from './look.ts';
import { lightChange, NO_CHANGE, type LightChange } from './light-change.ts';
import { movementBetween, STILL, type Movement } from './movement.ts';
import { subjectFollower } from './subject-follower.ts';
import type { SubjectMotion } from './subject-motion.ts';

/** Width at which movement is measured; wider pictures are halved until they are no wider. */
const MEASURED_WIDTH = 160;

/** Frames from one look to the next. */
const LOOK_EVERY = 12;

/** What was seen of one frame. */
export interface FrameFacts extends Movement {
  /** Mean brightness, 0–1. */
  readonly brightness: number;
  /**
   * How much finest detail there is against all contrast, from 0 up; compare frames of one clip
   * only.
   */
  readonly sharpness: number;
  readonly colour: Colour;
  /** What moves by itself. */
  readonly subject: SubjectMotion;
  /** How the light of parts of the picture changes. */
  readonly light: LightChange;
}

/** Takes the frames of a clip one after the other. */
export interface FrameAnalyser {
  /** The next frame: its brightness, all frames of one size, and its colours. */
  readonly take: (luma: Luma, colours: ColourGrid) => void;
  /** What was seen. */
  readonly end: () => FrameMeasurements;
}

/** What was seen of a clip. */
export interface FrameMeasurements {
  readonly frames: readonly FrameFacts[];
  /** Of the first frame, the last, and some between, in order. */
  readonly looks: readonly Look[];
}

const mean = (values: Float32Array): number => {
  let sum = 0;
  for (const x of values) sum += x;
  return sum / Math.max(1, values.length);
};

/**
 * Root mean square of the second differences against the deviation of the brightness; 0 for an even
 * picture.
 */
function sharpnessOf({ width, height, values }: Luma, middle: number): number {
  let [fine, all] = [0, 0];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const bend =
        4 * values[at]! -
        values[at - 1]! -
        values[at + 1]! -
        values[at - width]! -
        values[at + width]!;
      fine += bend * bend;
      all += (values[at]! - middle) ** 2;
    }
  return all > width * height ? Math.sqrt(fine / all) : 0;
}

/** Opens an eye on a clip of a rate in frames a second. */
export function frameAnalyser(rate: number): FrameAnalyser {
  const measured: Omit<FrameFacts, 'subject'>[] = [];
  const subjects = subjectFollower(rate);
  const looks: Look[] = [];
  let latest: { small: Luma; colours: ColourGrid } | null = null;
  let before: { readonly levels: Level[]; readonly small: Luma } | null = null;
  let expected: CameraMove = NO_MOVE;
  return {
    take(luma, colours) {
      let small = luma;
      while (small.width > MEASURED_WIDTH && Math.min(small.width, small.height) > 2)
        small = halved(small);
      const levels = levelsOf(small);
      const found = before ? movementBetween(before.levels, levels, expected) : null;
      expected = found?.move ?? NO_MOVE;
      const light = before ? lightChange(before.small, small) : NO_CHANGE;
      subjects.take(small, expected);
      before = { levels, small };
      latest = { small, colours };
      if (measured.length % LOOK_EVERY === 0) looks.push(lookOf(small, colours, measured.length));
      const middle = mean(small.values);
      measured.push({
        ...(found?.movement ?? STILL),
        brightness: middle / 255,
        sharpness: sharpnessOf(small, middle),
        colour: meanColour(colours),
        light,
      });
    },
    end() {
      const last = measured.length - 1;
      if (latest && looks.at(-1)!.at !== last)
        looks.push(lookOf(latest.small, latest.colours, last));
      const moving = subjects.end();
      return { frames: measured.map((f, k) => ({ ...f, subject: moving[k]! })), looks };
    },
  };
}
