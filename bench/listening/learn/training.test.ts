import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { networkOf, type WeightsFile } from '../../../core/src/listen/network/weights.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'caesura-training-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Debian's Python, which alone has its packages. */
const python = (...args: string[]): string =>
  execFileSync('/usr/bin/python3', args, {
    encoding: 'utf8',
    env: { ...process.env, OMP_NUM_THREADS: '1' },
  });
const script = (name: string) => path.join(import.meta.dirname, name);

/** Three pieces of noise with a beat every half second, from a seed. */
const PIECES = `
import json, os, sys
import numpy as np
rng = np.random.default_rng(5)
for number in range(3):
    features = rng.integers(20, 90, (3000, 60), dtype=np.uint8)
    beats = np.arange(.2, 29, .5)
    for beat in beats:
        features[int(beat * 100):int(beat * 100) + 4] += 100
    np.savez(os.path.join(sys.argv[1], f'{number:06d}.npz'), features=features, about=json.dumps({'source': 'made'}), beats=beats,
             downbeats=beats[::4], sections=beats[::16], rises=np.zeros((0, 2)), drops=[], words=np.zeros((0, 2)))
`;

/** Weights after six steps, in as many goes as there are steps to stop at. */
function trained(name: string, ...stops: number[]): WeightsFile {
  const own = path.join(folder, name);
  mkdirSync(path.join(own, 'made'), { recursive: true });
  python('-c', PIECES, path.join(own, 'made'));
  const training = [script('train.py'), own, 'tiny', '--hours', '1', '--steps', '6'];
  for (const stop of stops) python(...training, '--until', String(stop));
  const weights = path.join(own, 'weights.json');
  python(script('export.py'), path.join(own, 'checkpoints/tiny.pt'), weights);
  return JSON.parse(readFileSync(weights, 'utf8')) as WeightsFile;
}

it('training makes the same weights again, to the bit, also when it was stopped and went on', () => {
  const once = trained('once', 6);
  const again = trained('again', 6);
  const stopped = trained('stopped', 2, 6);
  expect(again.values).toBe(once.values);
  expect(stopped.values).toBe(once.values);
  expect(once.record).toMatchObject({ step: 6, steps: 6, seed: 1, pieces: 3 });
  expect(networkOf(once).blocks).toHaveLength(9);
  // And steps do change them.
  expect(trained('less', 2).values).not.toBe(once.values);
}, 300_000);
