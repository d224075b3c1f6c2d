import { askSpeeds } from '@caesura/core/edits';
import { filmOf } from '@caesura/core/film';
import type { Plan, RampKey } from '@caesura/core/plan';
import { frameRate, rational, sourceFrames } from '@caesura/core/time';
import { planOfParts } from '../core/src/testing/joined-plans.ts';
import { gapsWhile, onPlan, smoothness } from './on-page.ts';

type Say = (name: string, figure: string) => void;

/** A ramp of so many keys over a shot, slow and fast in turn. */
const keysOver = (length: number, count: number): RampKey[] =>
  Array.from({ length: count }, (_, i) => ({
    from: 'start',
    at: Math.round((i * length) / count),
    speed: i % 2 === 0 ? { num: 1, den: 2 } : { num: 2, den: 1 },
    ease: 'ease-in-out',
  }));

const film = (lengths: readonly number[], keys: number): Plan =>
  planOfParts(
    frameRate(24),
    lengths.map((length, i) => ({
      ...{ length, in: 100, frames: 200_000, rate: frameRate(60) },
      ...(i === 0 && { ramp: keysOver(length, keys) }),
    })),
  );

/** What an answer to a question costs. */
function benchAsking(say: Say, name: string, plan: Plan): void {
  const { length } = filmOf(plan).shots[0]!;
  const facts = filmOf(plan).shots[0]!;
  const at = facts.time!.at(Math.floor(length / 3));
  const times = Array.from({ length: 5 }, (_, i) => {
    const from = performance.now();
    askSpeeds({ ...plan }, 0, {
      ask: 'play',
      ...{ from: sourceFrames(at), to: sourceFrames(at + 200 + i) },
      ...{ speed: rational(4), eased: 5 },
    });
    return performance.now() - from;
  });
  say(`asking of ${name}`, `${times.toSorted((a, b) => a - b)[2]!.toFixed(0)} ms`);
}

/** Frames of the display while a key of speeds is dragged to and fro. */
async function benchKey(say: Say, name: string, plan: Plan): Promise<void> {
  const { page, close } = await onPlan(plan, 'speeds/1');
  const dot = page.getByRole('img', { name: 'Speeds of shot 1' }).locator('.dot').nth(1);
  const box = (await dot.boundingBox())!;
  const gaps = await gapsWhile(page, async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    for (let i = 0; i < 120; i++)
      await page.mouse.move(box.x + 4 + (i % 9), box.y + ((i * 7) % 60), { steps: 1 });
    await page.mouse.up();
  });
  say(`dragging a key of ${name}`, smoothness(gaps));
  await close();
}

/** Speeds among many shots, with many keys, and in a shot of twenty minutes. */
export async function benchSpeeds(say: Say): Promise<void> {
  const cases = [
    {
      name: '4 keys among 400 shots',
      plan: film(
        Array.from({ length: 400 }, () => 60),
        4,
      ),
    },
    { name: '200 keys over 60 s', plan: film([1440], 200) },
    { name: '200 keys over 20 min', plan: film([28_800], 200) },
  ];
  for (const { name, plan } of cases) {
    benchAsking(say, name, plan);
    await benchKey(say, name, plan);
  }
}
