import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import {
  beatEntriesOf,
  broughtIn,
  CUE_FORMATS,
  cueEntriesOf,
  matchedMedia,
  planBeside,
  planOfFilm,
  readFilm,
  proofOf,
  isProved,
  HANDOFF_FORMATS,
  WAVE_CUES,
  withWaveCues,
} from '@caesura/core/handoff';
import { unpackFacts } from '@caesura/core/footage';
import { digestOf, patchBetween, readPlan } from '@caesura/core/plan';
import { readRecipes, recipeFile, starterRecipes } from '@caesura/core/recipes';
import { CaesuraError } from '@caesura/core/time';
import wavefile from 'wavefile';
import { BROKEN_FILES, FILES_OF_OTHERS } from '../../core/src/handoff/testing/files-of-others.ts';
import { isDeeper, MOST_DEEP } from '../../server/src/guard/json-depth.ts';
import { fuzzMedia } from './media.ts';
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

/** Bytes as a text of one letter a byte, in which they are changed like a text, and back. */
const asText = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');
const asBytes = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'latin1'));

/** A short sound file of silence. */
function silence(): Uint8Array {
  const file = new wavefile.WaveFile();
  file.fromScratch(1, 48_000, '16', new Int16Array(200));
  return file.toBuffer();
}

const cues = cueEntriesOf(plan.music!);
const beats = beatEntriesOf(plan.music!);
const cueFiles = CUE_FORMATS.map((format) => {
  const file = format.write(cues.slice(0, 60), beats);
  return { format, text: typeof file === 'string' ? file : asText(file) };
});
const small = { ...plan, music: null, clips: plan.clips.slice(0, 2), score: null, sounds: [] };

/** A reader, texts that it reads, and its share of all inputs. */
interface Try {
  readonly texts: readonly string[];
  readonly share: number;
  readonly run: (text: string) => void;
}

/** What is tried on inputs: every reader of a file or of a body that is no media file. */
const TRIES: Readonly<Record<string, Try>> = {
  'cues of files': {
    texts: cueFiles.map(({ text }, i) => `${i}${text}`),
    share: 0.4,
    run: (text) => {
      const { format } = cueFiles[Number(text[0])] ?? cueFiles[0]!;
      const lasts = plan.music!.analysis.length / plan.music!.analysis.sampleRate;
      broughtIn(format.read(asBytes(text.slice(1)), lasts), plan.music!);
    },
  },
  'cue points in sound files': {
    texts: [asText(withWaveCues(silence(), cues.slice(0, 60)))],
    share: 0.05,
    run: (text) => void WAVE_CUES.read(asBytes(text), 60),
  },
  'plans and their changes': {
    texts: [JSON.stringify(small)],
    share: 0.2,
    run: (text) => {
      if (isDeeper(text, MOST_DEEP)) throw new CaesuraError('too-deep', 'Too deep.');
      const read = readPlan(parsed(text));
      digestOf(read);
      patchBetween(small, read);
    },
  },
  recipes: {
    texts: [
      recipeFile({
        recipes: starterRecipes(plan).map((recipe, i) => ({ ...recipe, id: `recipe-${i}` })),
        effectFiles: [],
      }),
    ],
    share: 0.05,
    run: (text) => void readRecipes(text),
  },
  'what was measured of clips': {
    texts: [
      asText(
        readFileSync(
          path.join(
            ROOT,
            'demo/output/movement',
            readdirSync(path.join(ROOT, 'demo/output/movement'))[0]!,
          ),
        ),
      ),
    ],
    share: 0.05,
    run: (text) => void unpackFacts(asBytes(text)),
  },
  'films read into plans': {
    texts: readable,
    share: 0.245,
    run: (text) => {
      const { film } = readFilm(text, { clips: plan.clips });
      const matched = matchedMedia(film, plan.clips);
      planOfFilm(film, matched, planBeside(film, film.pieces.length % 2 ? plan : null));
    },
  },
  'written files proved': {
    // A proof goes through the whole film, so that few inputs take as long.
    share: 0.005,
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

/** JSON, or a reason why it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new CaesuraError('bad-json', 'It is no JSON.');
  }
}

const [count = '100000', seed = '1'] = process.argv.slice(2);
const good = Object.entries(TRIES).map(([name, { share }], i) =>
  fuzz(name, Math.ceil(Number(count) * share), Number(seed) + i),
);
good.push(await fuzzMedia(Math.ceil(Number(count) / 100), Number(seed)));
process.exit(good.every(Boolean) ? 0 : 1);
