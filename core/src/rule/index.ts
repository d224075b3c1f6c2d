import type { Calculator } from './calculator.ts';
import { counting } from './counting.ts';
import { dropFrame } from './drop-frame.ts';
import { fitSpeed } from './fit.ts';
import { handles } from './handles.ts';
import { loudnessSum } from './loudness-sum.ts';
import { moveFigures } from './move.ts';
import { pitch } from './pitch.ts';
import { rampUse } from './ramp.ts';
import { tempoLocks } from './tempo.ts';
import { windowHalves } from './window.ts';

export type { Calculator, RuleField, RuleValues, Worked } from './calculator.ts';
export { planValues } from './plan-values.ts';
export { typedIn } from './read-values.ts';

/** The calculators of the slide rule, in their order. */
export const CALCULATORS: readonly Calculator[] = [
  counting,
  tempoLocks,
  windowHalves,
  handles,
  rampUse,
  fitSpeed,
  moveFigures,
  pitch,
  loudnessSum,
  dropFrame,
];
