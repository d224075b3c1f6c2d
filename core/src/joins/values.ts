import { remembered } from '../film/remembered.ts';
import {
  motionFrames,
  picturedIn,
  wholeCover,
  type Motion,
  type MotionFrame,
  type PictureValues,
} from '../motion/index.ts';
import type { JoinSettings } from '../plan/index.ts';
import { moveKeys, peakOf } from './move-keys.ts';
import { framesOf, type JoinWindow, type Side } from './window.ts';
import type { JoinFacts } from './windows.ts';

/** The motion of the picture of a side over its window, in frames from the cut; null off screen. */
export function motionOf(side: Side, settings: JoinSettings, window: JoinWindow): Motion | null {
  const range = framesOf(side, window);
  if (!range) return null;
  return {
    tracks: moveKeys(side, settings, window),
    look: settings,
    ...range,
    way: settings.move === 'own' ? null : peakOf(side, settings).way,
    size: window.size,
  };
}

/** The one scale that hides the edges of both pictures of a join over all of its window. */
export const coverOfBoth = (settings: JoinSettings, window: JoinWindow): number =>
  Math.max(
    1,
    ...(['out', 'in'] as const).map((side) => {
      const motion = motionOf(side, settings, window);
      return motion ? wholeCover(motion) : 1;
    }),
  );

/** Both motions of a join with the scale that both have at least, where their cover is one. */
function motionsOf(settings: JoinSettings, window: JoinWindow) {
  const [out, into] = [motionOf('out', settings, window), motionOf('in', settings, window)];
  const least = settings.cover === 'whole' ? coverOfBoth(settings, window) : undefined;
  return { out, in: into, least };
}

/** The values of both sides of a join over its window, frame by frame. */
export interface JoinValues {
  readonly out: readonly MotionFrame[];
  readonly in: readonly MotionFrame[];
}

/**
 * The values of both sides of a join with such settings in such a window, over the frames on which
 * each is on screen.
 */
export function valuesIn(settings: JoinSettings, window: JoinWindow): JoinValues {
  const motions = motionsOf(settings, window);
  const values = (motion: Motion | null) => (motion ? motionFrames(motion, motions.least) : []);
  return { out: values(motions.out), in: values(motions.in) };
}

/** How the pictures of both sides of a join are shown at an instant in frames from the cut. */
export interface Pictured {
  readonly motion: Motion;
  readonly at: (at: number) => PictureValues;
}

const keptValues = remembered<JoinFacts, JoinValues>();
const keptPictured = remembered<JoinFacts, Readonly<Record<Side, Pictured | null>>>();

/** The values of both sides of a join over its window. */
export const joinValues = (join: JoinFacts): JoinValues =>
  keptValues(join, [], () => valuesIn(join.settings, join));

/** How both sides of a join are shown between frames; null for a side that never is. */
export const picturedSides = (join: JoinFacts): Readonly<Record<Side, Pictured | null>> =>
  keptPictured(join, [], () => {
    const { out, in: into, least } = motionsOf(join.settings, join);
    const pictured = (motion: Motion | null) => motion && { motion, at: picturedIn(motion, least) };
    return { out: pictured(out), in: pictured(into) };
  });
