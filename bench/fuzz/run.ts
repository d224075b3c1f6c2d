import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  matchedMedia,
  planBeside,
  planOfFilm,
  readFilm,
  proofOf,
  isProved,
  HANDOFF_FORMATS,
} from '@caesura/core/handoff';
import { readPlan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { BROKEN_FILES, FILES_OF_OTHERS } from '../../core/src/handoff/testing/files-of-others.ts';
import { mutated, random } from './mutate.ts';

/** Longest that one input may take, in milliseconds, and most memory that all may hold, in MB. */
const [HANG, MEMORY] = [1000, 1500];

const ROOT = path.join(import.meta.dirname, '../..');
const plan = readPlan(
  JSON.parse(readFileSync(path.join(ROOT, 'demo/output/plans/1-open-day-teaser.json'), 'utf8')),
);
const written = HANDOFF_FORMATS.map(({ id, write }) => ({ id, text: write(plan) }));
const readable = [
  ...FILES_OF_OTHERS.map(({ text }) => text),
  ...BROKEN_FILES.map(({ text }) => text),
  ...written.flatMap(({ id, text }) => (['edl', 'otio', 'csv'].includes(id) ? [text] : [])),
];

/** What is tried on inputs: each reader of a film, and the stand-ins of the proof. */
const TRIES: Readonly<Record<string, { texts: readonly string[]; run: (text: string) => void }>> = {
  'films read into plans': {
    texts: readable,
    run: (text) => {
      const { film } = readFilm(text, { clips: plan.clips });
      const matched = matchedMedia(film, plan.clips);
      planOfFilm(film, matched, planBeside(film, film.pieces.length % 2 ? plan : null));
    },
  },
  'written files proved': {
    texts: written.flatMap(({ id, text }) => (isProved(id) ? [`${id}\n${text}`] : [])),
    run: (marked) => {
      const id = marked.slice(0, marked.indexOf('\n')) as 'edl';
      if (isProved(id)) proofOf(plan, id, marked.slice(id.length + 1));
    },
  },
};

/** Runs as many inputs through a try as are asked for, and says what came of them. */
function fuzz(name: string, count: number, seed: number): boolean {
  const { texts, run } = TRIES[name]!;
  const next = random(seed);
  let [refused, read, slowest, most] = [0, 0, 0, 0];
  const crashes: string[] = [];
  for (let i = 0; i < count; i++) {
    const text = mutated(texts[Math.floor(next() * texts.length)]!, next);
    const began = performance.now();
    try {
      run(text);
      read++;
    } catch (error) {
      if (error instanceof CaesuraError) refused++;
      else if (crashes.length < 5)
        crashes.push(
          `${(error as Error).stack?.split('\n').slice(0, 3).join(' ')} of ${JSON.stringify(text.slice(0, 300))}`,
        );
    }
    slowest = Math.max(slowest, performance.now() - began);
    if (i % 1000 === 0) most = Math.max(most, process.memoryUsage().heapUsed / 1e6);
  }
  console.log(
    `${name}: ${count} inputs, ${read} read, ${refused} refused with a reason, ${crashes.length === 0 ? 'no crash' : `CRASHES: ${crashes.join(' | ')}`}; slowest ${slowest.toFixed(0)} ms, at most ${most.toFixed(0)} MB`,
  );
  return crashes.length === 0 && slowest < HANG && most < MEMORY;
}

const [count = '100000', seed = '1'] = process.argv.slice(2);
const good = Object.keys(TRIES).map((name, i) =>
  // A proof goes through the whole film, so that a tenth of the inputs take as long.
  fuzz(name, Number(count) / (i === 0 ? 1 : 20), Number(seed) + i),
);
if (!good.every(Boolean)) process.exitCode = 1;
