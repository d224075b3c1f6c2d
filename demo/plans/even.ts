import {
  addClips,
  addEffectFile,
  addNote,
  addSound,
  changeBrief,
  changeWishes,
  fadeSound,
  placeSound,
  putBed,
  putHit,
  putRiser,
  cutAnchors,
  putRun,
  setMove,
  setMusic,
  setRamp,
  turnSound,
} from '@caesura/core/edits';
import { barLineBefore } from '@caesura/core/film';
import { layOutSteadily } from '@caesura/core/layout';
import { newPlan, type Plan } from '@caesura/core/plan';
import { shapedRamp, usualCrest } from '@caesura/core/ramps';
import { frames, rational, samples } from '@caesura/core/time';
import { CLIENT, type DemoMaterial } from './material.ts';

/** An even film of all clips, a cut on every second beat. */
export const even = ({ music, clips }: DemoMaterial): Plan =>
  layOutSteadily(
    changeWishes(
      changeBrief(addClips(setMusic(newPlan('Even'), music), clips), {
        client: CLIENT,
        target: frames(45 * 24),
      }),
      { pacing: { kind: 'steady' } },
    ),
  );

/** An even film with joins, ramps, effects, a bed and a spoken line in it. */
export function rehearsed(material: DemoMaterial): Plan {
  const { kit, line } = material;
  const withKit = kit.reduce(addEffectFile, {
    ...even(material),
    name: 'Open day, with joins and sound',
  });
  const effect = (name: string) => withKit.effectFiles.find((e) => e.name === name)!.id;
  const cutAt = (index: number) =>
    ({ on: 'cut', shot: withKit.score!.shots[index]!.id, by: 0 }) as const;
  const crest = usualCrest(10);
  const joined = [
    [6, 'zoom-through'],
    [12, 'whip-pan'],
    [23, 'zoom-through'],
    [29, 'slide'],
    [35, 'plain'],
  ] as const;
  let plan = joined.reduce<Plan>((made, [cut, move]) => setMove(made, cut, move), withKit);
  plan = setRamp(plan, 5, shapedRamp({ floor: rational(1), head: null, tail: crest }));
  plan = setRamp(plan, 6, shapedRamp({ floor: rational(1), head: crest, tail: null }));
  plan = putHit(plan, effect('Whoosh, hard'), 6);
  plan = putHit(plan, effect('Whoosh, soft'), 12);
  const drop = plan.score!.shots[23]!.start;
  plan = putRiser(plan, effect('Riser'), barLineBefore(plan, drop, 2)!, cutAt(23));
  plan = putHit(plan, effect('Thump'), 23);
  plan = putRun(plan, effect('Click'), cutAnchors(plan, 17, 22));
  plan = putBed(plan, effect('Workshop room'), { from: cutAt(1), to: cutAt(5) }, frames(24));
  plan = addSound(plan, line, 'voice');
  const { id } = plan.sounds[0]!;
  // The line is spoken over the music: both together stay below full scale.
  plan = turnSound(placeSound(plan, id, frames(930)), plan.music!.id, -6);
  plan = fadeSound(plan, plan.music!.id, { fade: samples(2 * plan.music!.analysis.sampleRate) });
  return addNote(plan, frames(617), 'The drop: does the thump hide the kick?');
}
