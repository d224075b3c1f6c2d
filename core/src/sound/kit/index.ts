import type { KitEffect } from './kit-effect.ts';
import { LASTING } from './lasting.ts';
import { PASSING } from './passing.ts';
import { STRUCK } from './struck.ts';

export { FAMILIES, type Family, type KitEffect } from './kit-effect.ts';

/** Sounds that are made here by formula, in two or three variations of each kind. */
export const KIT: readonly KitEffect[] = [...PASSING, ...STRUCK, ...LASTING];
