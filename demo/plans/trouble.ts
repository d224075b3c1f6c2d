import {
  addEffectFile,
  changeEffect,
  changeJoin,
  putHit,
  putRiser,
  setMove,
  setRamp,
  setWindow,
  slipShot,
} from '@caesura/core/edits';
import { faultsOf, mendsOf, type FaultCode, type Known } from '@caesura/core/faults';
import { filmOf } from '@caesura/core/film';
import { newPlan, type Plan } from '@caesura/core/plan';
import { shapedRamp, usualCrest } from '@caesura/core/ramps';
import { frames, rational, sourceFrames } from '@caesura/core/time';
import { knownOf, proposed, tried, withMaterial, type DemoMaterial } from './material.ts';

/** Something gone wrong at a cut, more or less of it by a whole number. */
type Slip = (plan: Plan, cut: number, by: number) => Plan;

const effectOf = (plan: Plan, name: string): string =>
  plan.effectFiles.find((e) => e.name === name)!.id;

const slipped = (plan: Plan, index: number, by: number): Plan =>
  slipShot(plan, index, sourceFrames(by));

/** What goes wrong, by the fault that it raises, in the order of the cuts. */
const SLIPS: readonly (readonly [FaultCode, Slip])[] = [
  ['effect-early', (plan, cut) => putHit(plan, effectOf(plan, 'Riser'), cut)],
  ['still-at-cut', (plan, cut, by) => slipped(setMove(plan, cut, 'zoom-through'), cut, 10 * by)],
  ['odd-window', (plan, cut) => setWindow(setMove(plan, cut, 'zoom-through'), cut, 5, 4)],
  [
    'windows-overlap',
    (plan, cut, by) => {
      const first = setWindow(setMove(plan, cut, 'zoom-through'), cut, 5, by);
      return setWindow(setMove(first, cut + 1, 'zoom-through'), cut + 1, by, 5);
    },
  ],
  ['edge-shows', (plan, cut) => changeJoin(setMove(plan, cut, 'pull-back'), cut, { fill: 'none' })],
  ['handle-short', (plan, cut, by) => slipped(setMove(plan, cut, 'plain'), cut, -by)],
  [
    'crests-differ',
    (plan, cut) => {
      const [out, into] = [usualCrest(10), { ...usualCrest(10), speed: rational(5, 2) }];
      const floor = rational(1);
      const before = setRamp(plan, cut - 1, shapedRamp({ floor, head: null, tail: out }));
      return setRamp(before, cut, shapedRamp({ floor, head: into, tail: null }));
    },
  ],
  [
    'speed-jump',
    (plan, cut) => {
      const at = Math.floor(filmOf(plan).shots[cut]!.length / 2);
      const key = (frame: number, speed: number) =>
        ({ from: 'start', at: frame, speed: rational(speed), ease: 'linear' }) as const;
      return setRamp(plan, cut, [key(0, 1), key(at, 1), key(at + 1, 2)]);
    },
  ],
  [
    'effect-clips',
    (plan, cut) => {
      const put = putHit(plan, effectOf(plan, 'Thump'), cut);
      return changeEffect(put, put.effects.at(-1)!.id, { gain: 18 });
    },
  ],
  [
    'riser-backwards',
    (plan, cut) => {
      const cutAt = (index: number) =>
        ({ on: 'cut', shot: plan.score!.shots[index]!.id, by: 0 }) as const;
      return putRiser(plan, effectOf(plan, 'Riser'), cutAt(cut), cutAt(cut - 1));
    },
  ],
];

/**
 * The plan with a slip at the first cut, away from those that have one, where it raises one fault
 * that has a mend.
 */
function withSlip(
  plan: Plan,
  known: Known,
  [code, slip]: (typeof SLIPS)[number],
  used: readonly number[],
): { readonly plan: Plan; readonly cut: number } {
  const before = faultsOf(plan, known).length;
  const free = plan
    .score!.shots.map((_, cut) => cut)
    .filter((cut) => cut > 0 && used.every((other) => Math.abs(other - cut) > 1));
  for (const cut of free)
    for (let by = 0; by < 40; by++) {
      const made = tried(plan, (p) => slip(p, cut, by));
      const faults = made ? faultsOf(made, known) : [];
      const raised = faults.find((fault) => fault.code === code);
      if (made && raised && faults.length === before + 1 && mendsOf(made, raised, known).length > 0)
        return { plan: made, cut };
    }
  throw new Error(`No cut of the demo raises ${code}.`);
}

/** A film in which much went wrong, each thing told as a fault with a mend. */
export function trouble(material: DemoMaterial): Plan {
  const { clips, kit } = material;
  const known = knownOf(material);
  const brief = withMaterial(newPlan('In trouble'), material, clips, frames(30 * 24));
  let plan = kit.reduce(addEffectFile, proposed(brief, material));
  const used: number[] = [];
  for (const slip of SLIPS) {
    const made = withSlip(plan, known, slip, used);
    plan = made.plan;
    used.push(made.cut);
  }
  return plan;
}
