import type { Correction } from '../../listen/index.ts';
import { NOTHING_FOUND } from '../../listen/index.ts';
import { samples } from '../../time/index.ts';

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The corrections of form 1 (a level and a shift of the downbeat) as a list. */
function correctionsOf(music: Json): Correction[] {
  const { level = 0, downbeatShift = 0 } = (music.corrections ?? {}) as {
    level?: number;
    downbeatShift?: number;
  };
  const analysis = music.analysis as { beats?: { at: number }[]; downbeats?: number[] } | undefined;
  const turn = analysis?.beats?.[(analysis.downbeats?.[0] ?? 0) + downbeatShift]?.at;
  return [
    ...Array.from({ length: Math.abs(level) }, (): Correction => ({
      do: level > 0 ? 'double' : 'halve',
    })),
    ...(downbeatShift > 0 && turn !== undefined
      ? [{ do: 'downbeat', at: samples(turn) } as const]
      : []),
  ];
}

/**
 * A plan of form 1 as one of form 2, which keeps several sounds, each with its place, everything heard in it, and a list
 * of corrections. Anything else is given back as it is, for the check to refuse.
 */
export function upgraded(plan: unknown): unknown {
  if (!isObject(plan) || plan.form !== 1) return plan;
  const { music } = plan;
  return {
    ...plan,
    form: 2,
    sounds: [],
    music: isObject(music)
      ? {
          ...music,
          id: 'sound-1',
          kind: 'music',
          found: NOTHING_FOUND,
          corrections: correctionsOf(music),
          cueEdits: [],
          sectionNames: [],
          switches: {},
          place: 0,
        }
      : music,
  };
}
