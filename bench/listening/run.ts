import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { hear } from '@caesura/core/listen';
import { decodeSound } from '../../server/src/command-line/decode-sound.ts';
import { MEASURES, measured, summary, type Found, type Truth } from './measures.ts';

/**
 * Measures listening on the tuning corpus: builds it at first, analyses every piece, prints each and writes the means
 * into docs/listening.md. The corpus is kept out of the repository; its builder is beside this file.
 */

const here = import.meta.dirname;
const corpus = path.resolve(here, '../../.cache/listening');
const page = path.resolve(here, '../../docs/listening.md');
const START = '<!-- figures: written by npm run listening -->';
const END = '<!-- end of figures -->';

function buildCorpus(): void {
  if (existsSync(path.join(corpus, 'manifest.json'))) return;
  console.log('Building the corpus, some minutes.');
  const { status } = spawnSync('/usr/bin/python3', [path.join(here, 'build_corpus.py'), corpus], { stdio: 'inherit' });
  if (status !== 0)
    throw new Error('The corpus could not be built; its packages are named at the head of build_corpus.py.');
}

const figure = (name: string, value: number | undefined): string =>
  value === undefined
    ? ''
    : value.toFixed(/ms$/.test(name) && name.includes('error') ? 1 : name.includes('/min') ? 1 : 3);

const row = (name: string, values: Record<string, number>): string =>
  `| ${[name, ...MEASURES.map((m) => figure(m, values[m]))].join(' | ')} |`;

buildCorpus();
const { items } = JSON.parse(readFileSync(path.join(corpus, 'manifest.json'), 'utf8')) as { items: Truth[] };
let processor = 0;
let sounding = 0;
const scores: { truth: Truth; score: Record<string, number> }[] = [];
for (const truth of items) {
  const { channels, sampleRate } = await decodeSound(path.join(corpus, truth.file));
  const before = process.cpuUsage();
  const { analysis, onsets } = hear(channels, sampleRate);
  const { user, system } = process.cpuUsage(before);
  processor += (user + system) / 1e6;
  sounding += channels[0]!.length / sampleRate;
  const found: Found = {
    tempo: analysis.tempo,
    beats: analysis.beats.map((b) => ({ time: b.at / sampleRate, confidence: b.confidence })),
    downbeats: analysis.downbeats.map((i) => analysis.beats[i]!.at / sampleRate),
    onsets: onsets.map((o) => o.at / sampleRate),
  };
  const score = measured(truth, found);
  scores.push({ truth, score });
  console.log(row(truth.file, score));
}
const of = (pick: (truth: Truth) => boolean) => summary(scores.filter((s) => pick(s.truth)).map((s) => s.score));
const groups = [...new Set(items.map((t) => t.category))].toSorted();
const table = [
  `| pieces | ${MEASURES.join(' | ')} |`,
  `| --- | ${MEASURES.map(() => '---').join(' | ')} |`,
  ...groups.map((g) =>
    row(
      `${g} (${items.filter((t) => t.category === g).length})`,
      of((t) => t.category === g),
    ),
  ),
  row(
    `all (${items.length})`,
    of(() => true),
  ),
].join('\n');
const cost = `${((60 * processor) / sounding).toFixed(2)} s of processor time for a minute of sound, everything included, one thread.`;
console.log(`${table}\n${cost}`);
const text = readFileSync(page, 'utf8');
const [head, rest] = [text.slice(0, text.indexOf(START) + START.length), text.slice(text.indexOf(END))];
writeFileSync(page, `${head}\n\n${table}\n\n${cost}\n\n${rest}`);
