import { CaesuraError } from '../../time/index.ts';
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
