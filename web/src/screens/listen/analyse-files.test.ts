import type { NewSound } from '@caesura/core/edits';
import { describe, expect, it } from 'vitest';
import { analyseFiles, lanesFor } from './analyse-files.ts';

const files = ['a', 'b', 'c', 'd'].map((name) => new File([], name));

/** Hears files in as many turns as told for each; “bad” fails. */
function hearing(turns: Readonly<Record<string, number>>) {
  const told = { now: 0, most: 0, stages: [] as (number | null)[] };
  const analyse = async (file: File, onStage: (what: string, f: number | null) => void) => {
    told.most = Math.max(told.most, ++told.now);
    for (let i = 0; i < (turns[file.name] ?? 1); i++) {
      onStage('Listening', i / 10);
      await Promise.resolve();
    }
    told.now--;
    if (turns[file.name] === undefined) throw new Error(`${file.name} is damaged`);
    return { fileName: file.name } as NewSound;
  };
  return { told, analyse };
}

async function run(turns: Readonly<Record<string, number>>, lanes: number, signal?: AbortSignal) {
  const { told, analyse } = hearing(turns);
  const order: string[] = [];
  await analyseFiles(
    files,
    analyse,
    {
      heard: (sound, index) => order.push(`${index}${sound.fileName}`),
      failed: (error) => order.push((error as Error).message),
    },
    {
      onStage: (_, f) => told.stages.push(f),
      signal: signal ?? new AbortController().signal,
      lanes,
    },
  );
  return { ...told, order };
}

describe('several sound files', () => {
  it('are heard at the same time, and told in their order', async () => {
    const { order, most, stages } = await run({ a: 9, b: 1, c: 3, d: 1 }, 3);
    expect(order).toEqual(['0a', '1b', '2c', '3d']);
    expect(most).toBe(3);
    expect(stages.every((f) => f !== null && f >= 0 && f <= 1)).toBe(true);
    expect((await run({ a: 1, b: 1, c: 1, d: 1 }, 1)).most).toBe(1);
  });

  it('go on when one is damaged', async () => {
    const { order } = await run({ a: 2, c: 1, d: 1 }, 2);
    expect(order).toEqual(['0a', 'b is damaged', '2c', '3d']);
  });

  it('stop at an abort', async () => {
    const abort = new AbortController();
    abort.abort();
    expect((await run({ a: 1, b: 1, c: 1, d: 1 }, 2, abort.signal)).order).toEqual([]);
  });

  it('leave a core to the page', () => {
    expect([1, 2, 4, 16].map(lanesFor)).toEqual([1, 1, 3, 4]);
  });
});
