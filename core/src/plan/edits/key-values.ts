import { frameSpan } from '../../film/index.ts';
import { partOn, type Place, type Section } from '../../motion/index.ts';
import { CaesuraError, type FrameRate } from '../../time/index.ts';
import { PARAMETER_RANGES, type Parameter } from '../index.ts';

/** Throws when a value is none that a parameter can have. */
export function checkValue(of: Parameter, value: number): void {
  const { least, most } = PARAMETER_RANGES[of];
  if (Number.isFinite(value) && value >= least && value <= most) return;
  throw new CaesuraError(
    'bad-value',
    `${value} is no value for ${of}.`,
    `Give one between ${least} and ${most}.`,
  );
}

/**
 * Where a key may be moved to: on the frame that is wanted, but not onto its neighbours or past
 * them. `frames` are those of the keys of its track.
 */
export function betweenNeighbours(frames: readonly number[], from: number, to: number): number {
  const before = frames.filter((frame) => frame < from);
  const behind = frames.filter((frame) => frame > from);
  return Math.min(Math.max(to, Math.max(...before) + 1), Math.min(...behind) - 1);
}

/** That a key is not there. */
export const noKey = (): CaesuraError =>
  new CaesuraError('no-key', 'There is no key on that frame.', 'Set a value there first.');

/** From which frame to which a key is moved, and the value that it gets; as it is when left out. */
export interface KeyMove {
  readonly from: number;
  readonly to: number;
  readonly value?: number;
}

/** What of a section a key keeps to: its part of it, or its distance from one of its ends. */
export type Holding = 'part' | 'near' | 'far';

/** The place of a key on a frame of a section that keeps to what is asked. */
export function placeHeld<Name extends string>(
  of: Name,
  { section, at, rate }: { section: Section; at: number; rate: FrameRate },
  how: Holding,
): Place<Name> {
  if (how === 'part') return partOn(of, section, at);
  const steps = Math.max(0, (at - section.near) * section.step);
  const n = how === 'near' ? steps : Math.max(0, section.reach - steps);
  return { by: 'length', of, from: how, length: frameSpan(n, rate) };
}
