import { layOutSteadily } from '../layout/index.ts';
import { samplePlan } from './sample-plan.ts';
import type { Plan } from '../plan/index.ts';
import { samples } from '../time/index.ts';
import { addEffectFile } from '../plan/edits/edit-effects.ts';
import { KIT } from '../sound/kit.ts';
import { measureEffect } from '../sound/measure-effect.ts';
import { type Decoded } from '../sound/mix.ts';
import { MIX_RATE } from '../sound/mix-rate.ts';

/** The sound of each effect of the kit, by its number in the plan. */
export const kitSounds: ReadonlyMap<string, Decoded> = new Map(
  KIT.map(({ id, render }) => [id, { channels: [render()], sampleRate: MIX_RATE, from: 0 }]),
);

/** The hash under which a plan of these tests knows an effect of the kit. */
export const kitMedia = (id: string): string =>
  KIT.findIndex((e) => e.id === id)
    .toString(16)
    .padStart(64, '0');

/** The sample plan laid out, with the kit among its effects: `effect-1` is the first of it. */
export function planWithKit(): Plan {
  return KIT.reduce((plan, { id, name }) => {
    const { channels, sampleRate } = kitSounds.get(id)!;
    return addEffectFile(plan, {
      name,
      media: kitMedia(id),
      fileName: `${id}.wav`,
      outline: null,
      sampleRate,
      length: samples(channels[0]!.length),
      measure: measureEffect(channels, sampleRate),
    });
  }, layOutSteadily(samplePlan()));
}

/** The effect of the kit in such a plan. */
export const kitEffect = (plan: Plan, id: string) =>
  plan.effectFiles.find(({ media }) => media === kitMedia(id))!;
