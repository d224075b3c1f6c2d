import type { Plan, Shot } from '../plan/index.ts';

const withShots = (plan: Plan, change: (shot: Shot) => Shot): Plan =>
  plan.score ? { ...plan, score: { ...plan.score, shots: plan.score.shots.map(change) } } : plan;

/** A plan with all its joins left out: hard cuts. To compare by; nothing of it is kept. */
export const withoutJoins = (plan: Plan): Plan =>
  withShots(plan, (shot) => (shot.join ? { ...shot, join: { ...shot.join, off: true } } : shot));

/** A plan with all its phrases left out, likewise. */
export const withoutPhrases = (plan: Plan): Plan => ({
  ...plan,
  phrases: plan.phrases.map((phrase) => ({ ...phrase, off: true })),
});

/** A plan whose shots are as their cameras shook. */
export const withoutSteadying = (plan: Plan): Plan =>
  withShots(plan, ({ steady: _steady, ...shot }) => shot);

/** A plan whose pictures are source frames as they are, repeated and skipped. */
export const withoutBlending = (plan: Plan): Plan =>
  withShots(plan, ({ between: _between, ...shot }) => shot);

/** A plan whose shots with ramps go at a constant speed. */
export const withoutRamps = (plan: Plan): Plan =>
  withShots(plan, ({ ramp: _own, rampOf: _group, ...shot }) => shot);
