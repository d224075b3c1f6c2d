import { semitonesOfRate } from '../time/index.ts';

/** Slowest and fastest at which a clip's own sound is of use; common practice, no source. */
const [SLOWEST, FASTEST] = [0.5, 2];

/** What a speed does to the own sound of a clip that is played with it. */
export interface OwnSound {
  /** By how much it is higher; null where it stands or goes backwards. */
  readonly semitones: number | null;
  /** Whether it can still be listened to. */
  readonly usable: boolean;
}

/**
 * The pitch of a clip's own sound at a speed, 12·log2 of it, and whether it is of use: backwards it
 * is not, nor below half speed or above double.
 */
export function ownSoundAt(speed: number): OwnSound {
  if (speed <= 0) return { semitones: null, usable: false };
  return { semitones: semitonesOfRate(speed), usable: speed >= SLOWEST && speed <= FASTEST };
}
