import { barLineBefore } from '@caesura/core/film';
import {
  addClips,
  addEffectFile,
  addNote,
  addSound,
  changeBrief,
  fadeSound,
  placeSound,
  putBed,
  putHit,
  putRiser,
  putRun,
  setMove,
  setMusic,
  setRamp,
  turnSound,
  type NewSound,
} from '@caesura/core/edits';
import { layOutSteadily } from '@caesura/core/layout';
import { newPlan, type Clip, type EffectFile, type Plan } from '@caesura/core/plan';
import { shapedRamp, usualCrest } from '@caesura/core/ramps';
import { frameRate, frames, rational, samples } from '@caesura/core/time';

/** What the plans of the demo are made of. */
export interface DemoMaterial {
  readonly music: NewSound;
  readonly clips: readonly Clip[];
  readonly kit: readonly Omit<EffectFile, 'id'>[];
  readonly line: NewSound;
}

const CLIENT = 'Marrow Lane Letterpress';

/** The teaser with joins, ramps, effects, a bed and a spoken line in it. */
function rehearsed(teaser: Plan, { kit, line }: DemoMaterial): Plan {
  const withKit = kit.reduce(addEffectFile, { ...teaser, name: 'Open day, with joins and sound' });
  const effect = (name: string) => withKit.effectFiles.find((e) => e.name === name)!.id;
  const cutAt = (index: number) =>
    ({ on: 'cut', shot: withKit.score!.shots[index]!.id, by: 0 }) as const;
  const crest = usualCrest(10);
  const joined = [
    [6, 'zoom-through'],
    [12, 'whip-pan'],
    [24, 'zoom-through'],
    [30, 'slide'],
    [36, 'plain'],
  ] as const;
  let plan = joined.reduce<Plan>((made, [cut, move]) => setMove(made, cut, move), withKit);
  plan = setRamp(plan, 5, shapedRamp({ floor: rational(1), head: null, tail: crest }));
  plan = setRamp(plan, 6, shapedRamp({ floor: rational(1), head: crest, tail: null }));
  plan = putHit(plan, effect('Whoosh, hard'), 6);
  plan = putHit(plan, effect('Whoosh, soft'), 12);
  const drop = plan.score!.shots[24]!.start;
  plan = putRiser(plan, effect('Riser'), barLineBefore(plan, drop, 2)!, cutAt(24));
  plan = putHit(plan, effect('Thump'), 24);
  plan = putRun(plan, effect('Click'), 17, 22);
  plan = putBed(plan, effect('Workshop room'), { from: cutAt(1), to: cutAt(5) }, frames(24));
  plan = addSound(plan, line, 'voice');
  const { id } = plan.sounds[0]!;
  // The line is spoken over the music: both together stay below full scale.
  plan = turnSound(placeSound(plan, id, frames(930)), plan.music!.id, -6);
  plan = fadeSound(plan, plan.music!.id, { fade: samples(2 * plan.music!.analysis.sampleRate) });
  return addNote(plan, frames(617), 'The drop: does the thump hide the kick?');
}

/** The plans of the demo by their file names. */
export function demoPlans(material: DemoMaterial): Record<string, Plan> {
  const { music, clips } = material;
  const teaser = layOutSteadily(
    changeBrief(addClips(setMusic(newPlan('Open day teaser'), music), clips), {
      client: CLIENT,
      target: frames(45 * 24),
    }),
  );
  const short: Plan = {
    ...newPlan('Fifteen seconds for the shop window'),
    rate: frameRate(30000, 1001),
    dropFrame: true,
    start: frames(107892),
  };
  const window = changeBrief(addClips(setMusic(short, music), clips.slice(5, 10)), {
    client: CLIENT,
    target: frames(450),
    pace: '1 bar',
  });
  return {
    'open-day-teaser': teaser,
    rehearsed: rehearsed(teaser, material),
    'shop-window': layOutSteadily(window),
  };
}
