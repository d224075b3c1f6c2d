/** Samples a second of the film's sound. */
export const MIX_RATE = 48_000;
