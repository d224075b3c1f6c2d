import { layOutSteadily } from '../layout/index.ts';
import { samplePlan } from './sample-plan.ts';
import type { Plan } from '../plan/index.ts';
import { samples } from '../time/index.ts';
import { addEffectFile } from '../plan/edits/edit-effects.ts';
import { KIT } from '../sound/kit/index.ts';
import { measureEffect } from '../sound/measure-effect.ts';
import { type Decoded } from '../sound/mix.ts';
import { MIX_RATE } from '../sound/mix-rate.ts';

/** One of each kind of use; all would take long to make. */
const USED = ['whoosh-soft', 'whoosh-hard', 'riser', 'click', 'thump', 'room'].map((id) =>
  KIT.find((effect) => effect.id === id)!,
);

/** The sound of some effects of the kit, by their ids. */
export const kitSounds: ReadonlyMap<string, Decoded> = new Map(
  USED.map(({ id, render }) => [id, { channels: [render()], sampleRate: MIX_RATE, from: 0 }]),
);

/** The hash under which a plan of these tests knows an effect of the kit. */
export const kitMedia = (id: string): string =>
  USED.findIndex((e) => e.id === id)
    .toString(16)
    .padStart(64, '0');

/** The sample plan laid out, with the kit among its effects: `effect-1` is the first of it. */
export function planWithKit(): Plan {
  return USED.reduce((plan, { id, name }) => {
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
