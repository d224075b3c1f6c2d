import {
  bestInAnyOrder,
  bestInOrder,
  layOutSteadily,
  problemOf,
  proposals,
} from '@caesura/core/layout';
import { NOTHING_FOUND } from '@caesura/core/listen';
import { addClips, addPhrases, setMusic } from '@caesura/core/edits';
import { newPlan, type Plan } from '@caesura/core/plan';
import { finished, frameRate, frames, sourceFrames } from '@caesura/core/time';
import { exactAnalysis, sampleClip } from '../core/src/testing/sample-plan.ts';
import { gapsWhile, onPlan, smoothness } from './on-page.ts';

type Say = (name: string, figure: string) => void;

/**
 * A plan of so many seconds over music at 128 BPM with so many clips of mixed rates, each with two
 * moments.
 */
function planOf(seconds: number, clips: number, pace: string): Plan {
  const music = {
    media: 'a'.repeat(64),
    fileName: 'song.wav',
    outline: null,
    analysis: exactAnalysis(128, Math.ceil((seconds * 128) / 60) + 8),
    found: NOTHING_FOUND,
  };
  const all = Array.from({ length: clips }, (_, i) => ({
    ...sampleClip(`c${i}`, `Clip ${i}`, frameRate([24, 25, 50, 120][i % 4]!), 400 + 30 * (i % 20)),
    moments: [150, 260].map((at) => ({ at: sourceFrames(at), kind: 'peak' as const })),
  }));
  return addClips(
    setMusic({ ...newPlan('Bench'), target: frames(24 * seconds), pace }, music),
    all,
  );
}

/** The middle time of five runs, after one that counts for nothing. */
function usual(work: () => void): number {
  work();
  const times = Array.from({ length: 5 }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return times.toSorted((a, b) => a - b)[2]!;
}

/** What layouts cost in time, and how that grows with the film and the clips. */
export function benchProposals(say: Say): void {
  const cases = [
    { name: '45 s, 12 clips', plan: planOf(45, 12, '3 beats'), goal: 100 },
    { name: '90 s, 24 clips', plan: planOf(90, 24, '3 beats'), goal: null },
    { name: '180 s, 60 clips', plan: planOf(180, 60, '3 beats'), goal: 800 },
  ];
  let least: number | null = null;
  for (const { name, plan, goal } of cases) {
    const problem = problemOf(plan);
    const free = usual(() => void finished(bestInAnyOrder(problem)));
    const kept = usual(() => void bestInOrder(problem));
    const three = usual(() => void finished(proposals(plan)));
    const shots = finished(bestInAnyOrder(problem))!.shots.length;
    least ??= free;
    const against = goal === null ? '' : `, ${(free / goal).toFixed(2)} × the goal of ${goal} ms`;
    say(
      `layout of ${name}, ${shots} shots, ${problem.candidates.length} cues`,
      `${free.toFixed(0)} ms in any order${against}, ${(free / least).toFixed(1)} × the first; in order ${kept.toFixed(0)} ms; three proposals with a first look ${three.toFixed(0)} ms`,
    );
  }
}

/** Frames of the display while a cut is dragged through a plan of 400 shots. */
export async function benchDragging(say: Say): Promise<void> {
  const plan = layOutSteadily(planOf(188, 40, '1 beat'));
  const { page, close } = await onPlan(plan, 'score');
  const cut = page.getByRole('button', { name: /^Cut 20,/ });
  await cut.waitFor();
  const { x, y } = (await cut.boundingBox())!;
  await page.mouse.move(x + 6, y + 30);
  await page.mouse.down();
  const gaps = await gapsWhile(page, async () => {
    for (let i = 0; i < 240; i++) await page.mouse.move(x + 6 + 60 * Math.sin(i / 10), y + 30);
  });
  await page.mouse.up();
  say(`dragging a cut among ${plan.score!.shots.length} shots`, smoothness(gaps));
  await close();
}

/** Likewise while the aim, an end and a key of a phrase are dragged, among 200 phrases. */
export async function benchMoves(say: Say): Promise<void> {
  const laidOut = layOutSteadily(planOf(188, 40, '1 beat'));
  const shots = laidOut.score!.shots.length;
  const plan = addPhrases(
    laidOut,
    Array.from({ length: 200 }, (_, i) => ({
      at: { on: 'frame', frame: frames(20 + i * 22) } as const,
    })),
    { set: { kind: 'punch-in' } },
  );
  const { page, close } = await onPlan(plan, `moves/${plan.phrases[100]!.id}`);
  await page.getByRole('heading', { name: 'Punch-in' }).waitFor();
  for (const [what, place] of [
    ['the aim of a phrase', page.getByRole('slider', { name: 'Aim' })],
    ['the end of a phrase', page.getByRole('slider', { name: 'End', exact: true })],
    ['a key of a phrase', page.locator('.track-curve circle.is-key').nth(1)],
  ] as const) {
    const box = (await place.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    const gaps = await gapsWhile(page, async () => {
      for (let i = 0; i < 180; i++)
        await page.mouse.move(x + 30 * Math.sin(i / 10), y + 10 * Math.cos(i / 10));
    });
    await page.mouse.up();
    say(`dragging ${what} among ${shots} shots and 200 phrases`, smoothness(gaps));
  }
  await close();
}
