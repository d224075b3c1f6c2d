import { clipOf, filmOf } from '../core/src/film/index.ts';
import { changeJoin, moveCut, putHit, setMove, setRamp } from '../core/src/plan/edits/index.ts';
import { faultsOf, mendsOf } from '../core/src/faults/index.ts';
import { layOutSteadily } from '../core/src/layout/index.ts';
import { NOTHING_FOUND } from '../core/src/listen/index.ts';
import { addClips, setMusic } from '../core/src/plan/edits/index.ts';
import { newPlan, readPlan, type Plan } from '../core/src/plan/index.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../core/src/ramps/shape.ts';
import { planWithKit } from '../core/src/testing/plan-with-effects.ts';
import { exactAnalysis, sampleClip } from '../core/src/testing/sample-plan.ts';
import { frameRate, frames } from '../core/src/time/index.ts';

/** Shots of the film that is measured: a cut on every second beat of nearly six minutes. */
const SHOTS = 401;
/** Beats a minute at which a shot of two beats lasts 20 frames at 24 a second. */
const TEMPO = 144;

/**
 * A film of many short shots: a zoom or a dissolve at every cut, a ramp in every fifth shot, a
 * sound at every second cut.
 */
export function longFilm(): Plan {
  const kit = planWithKit();
  const music = {
    media: 'a'.repeat(64),
    fileName: 'long.wav',
    outline: null,
    analysis: exactAnalysis(TEMPO, 1000),
    found: NOTHING_FOUND,
  };
  const clips = Array.from({ length: 40 }, (_, i) =>
    sampleClip(`c${i}`, `Clip ${i}`, frameRate(50), 3000),
  );
  const empty = { ...newPlan('Long'), target: frames(20 * SHOTS), effectFiles: kit.effectFiles };
  let plan = layOutSteadily(addClips(setMusic(empty, music), clips));
  const { shots } = plan.score!;
  for (let cut = 1; cut < shots.length; cut++) {
    plan = setMove(plan, cut, cut % 3 === 0 ? 'plain' : 'zoom-through');
    if (cut % 2 === 0) plan = putHit(plan, plan.effectFiles[cut % 4]!.id, cut);
    if (cut % 5 === 0)
      plan = setRamp(
        plan,
        cut,
        shapedRamp({ floor: USUAL_FLOOR, head: null, tail: { ...USUAL_CREST, length: 8 } }),
      );
  }
  return plan;
}

const milliseconds = (work: () => void): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};

/** The middle of several measures. */
const middle = (times: readonly number[]): number =>
  times.toSorted((a, b) => a - b)[times.length >> 1]!;

/**
 * Faults after an edit, and the mends of one fault, against what it costs when nothing is
 * remembered.
 */
export function benchFaults(say: (what: string, figure: string) => void): void {
  const plan = longFilm();
  faultsOf(plan);
  /** The same plan of which nothing is remembered. */
  const unknown = () => readPlan(JSON.parse(JSON.stringify(plan)));
  const cold = middle(
    Array.from({ length: 5 }, unknown).map((p) => milliseconds(() => void faultsOf(p))),
  );
  const edits: ((p: Plan, i: number) => Plan)[] = [
    (p, i) => moveCut(p, 10 + 7 * i, p.score!.shots[10 + 7 * i]!.start + 1),
    (p, i) => changeJoin(p, 11 + 7 * i, { peak: 1.5 }),
    (p, i) =>
      setRamp(p, 12 + 7 * i, shapedRamp({ floor: USUAL_FLOOR, head: USUAL_CREST, tail: null })),
  ];
  let edited = plan;
  const after = Array.from({ length: 45 }, (_, i) => {
    edited = edits[i % edits.length]!(edited, i);
    return milliseconds(() => void faultsOf(edited));
  });
  const slowest = Math.max(...after);
  say(
    `faults of ${plan.score!.shots.length} shots after an edit`,
    `${middle(after).toFixed(1)} ms, ${slowest.toFixed(1)} ms at most; ${(cold / middle(after)).toFixed(0)} × less than of a plan never seen (${cold.toFixed(0)} ms)`,
  );
  // A clip cut short, so that a handle is missing in the middle of the film.
  const cut = 201;
  const shot = filmOf(plan).shots[cut - 1]!;
  const short = {
    ...clipOf(plan, shot.shot)!,
    frames: shot.sourceOut,
    usable: { in: shot.clip!.usable.in, out: shot.sourceOut },
  };
  const wrong: Plan = { ...plan, clips: plan.clips.map((c) => (c.id === short.id ? short : c)) };
  const fault = faultsOf(wrong).find((f) => f.code === 'handle-short' && f.cut === cut);
  const known = fault ? milliseconds(() => void mendsOf(wrong, fault)) : NaN;
  const fresh = readPlan(JSON.parse(JSON.stringify(wrong)));
  const first = fault ? milliseconds(() => void mendsOf(fresh, fault)) : NaN;
  say(
    '  mends of a handle that is too short',
    `${known.toFixed(0)} ms, ${first.toFixed(0)} ms for a worker that sees the plan for the first time`,
  );
}
