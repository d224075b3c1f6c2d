/** A number kept from 0 to 1. */
export const clamp = (x: number): number => Math.min(1, Math.max(0, x));
