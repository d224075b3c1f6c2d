import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { findingsIn } from '@caesura/core/listen';
import { weighedReadings } from '../../core/src/listen/beats/beats.ts';
import { evidenceOf } from '../../core/src/listen/beats/evidence.ts';
import { STRENGTH_RATE } from '../../core/src/listen/features/onset-strength.ts';
import { learnedCurves } from '../../core/src/listen/network/learned-curves.ts';
import { finished } from '../../core/src/time/index.ts';
import { analyseSoundFile } from '../../server/src/command-line/analyse-sound.ts';
import { fMeasure } from '../../core/src/testing/beat-measures.ts';
import {
  claims,
  MEASURES,
  measured,
  reliability,
  summary,
  type Claim,
  type Found,
  type Truth,
} from './measures.ts';

/**
 * Measures listening on three sets of pieces: builds them at first, analyses every piece, prints
 * each and writes the means into docs/listening.md. The sound is kept out of the repository; the
 * builders are beside this file.
 */

const here = import.meta.dirname;
const cache = path.resolve(here, '../../.cache');
const page = path.resolve(here, '../../docs/listening.md');
const START = '<!-- figures: written by npm run listening -->';
const END = '<!-- end of figures -->';

/** Sets of pieces: what builds each, what it is called in the page, and how it is parted there. */
const SETS = [
  {
    folder: 'listening',
    builder: ['build_corpus.py'],
    title: 'The tuning corpus',
    by: 'category',
  },
  { folder: 'listening-own', builder: ['build_own.py'], title: 'Made pieces apart', by: 'tuned' },
  {
    folder: 'listening-report',
    builder: ['learn/make_check.py', 'report'],
    title: 'Pieces to report on, neither learned from nor tuned on',
    by: 'category',
  },
] as const;

/** F-measure from which a piece is right, and under which it is off. */
const RIGHT = 0.85;
const OFF = 0.5;

/** Pieces of the second set that words and rises were tuned on. */
const isTuned = (file: string) => file.startsWith('dev_');

function build(folder: string, [builder, ...rest]: readonly [string, ...string[]]): void {
  if (existsSync(path.join(folder, 'manifest.json'))) return;
  console.log(`Building ${folder}, some minutes.`);
  const { status } = spawnSync('/usr/bin/python3', [path.join(here, builder), folder, ...rest], {
    stdio: 'inherit',
  });
  if (status !== 0)
    throw new Error(
      'The pieces could not be built; the packages needed are named at the head of build_corpus.py.',
    );
}

const figure = (name: string, value: number | undefined): string =>
  value === undefined
    ? ''
    : value.toFixed(name.endsWith('error ms') || name.includes('/min') ? 1 : 3);

/** A table whose rows are measures and whose columns are groups of pieces. */
function table(
  groups: readonly { readonly name: string; readonly values: Record<string, number> }[],
): string {
  const rows = MEASURES.filter((m) => groups.some((g) => g.values[m] !== undefined));
  return [
    `| measure | ${groups.map((g) => g.name).join(' | ')} |`,
    `| --- | ${groups.map(() => '---').join(' | ')} |`,
    ...rows.map((m) => `| ${m} | ${groups.map((g) => figure(m, g.values[m])).join(' | ')} |`),
  ].join('\n');
}

let processor = 0;
let sounding = 0;

/** How sure each piece to report on was, and how right: its F-measure, null without a beat. */
const pieces: { file: string; confidence: number; f: number | null }[] = [];

/**
 * What was claimed, by kind: of beats and bars on the pieces to report on, of onsets and words on
 * the tuning corpus, of rarer cues on all.
 */
const claimed = {
  beats: [] as Claim[],
  downbeats: [] as Claim[],
  onsets: [] as Claim[],
  words: [] as Claim[],
  hits: [] as Claim[],
  pauses: [] as Claim[],
  rises: [] as Claim[],
  drops: [] as Claim[],
  sections: [] as Claim[],
};

async function score(folder: string, truth: Truth): Promise<Record<string, number>> {
  const before = process.cpuUsage();
  const features = await analyseSoundFile(path.join(folder, truth.file));
  const { sampleRate } = features;
  const findings = findingsIn(features);
  const { analysis, onsets, hits, words, pauses, rises, drops, sections } = findings;
  const { user, system } = process.cpuUsage(before);
  processor += (user + system) / 1e6;
  sounding += features.length / sampleRate;
  const times = (cues: readonly { readonly at: number }[]) => cues.map((c) => c.at / sampleRate);
  const instants = analysis.beats.map((b) => b.at / sampleRate);
  const curves = finished(learnedCurves(features.strength));
  const { made, learned } = finished(weighedReadings(evidenceOf(features.strength, curves)));
  const inSeconds = (frames: readonly number[]) => frames.map((f) => f / STRENGTH_RATE);
  const found: Found = {
    readings: [
      instants,
      ...analysis.readings.flatMap((r) => (r.beats ? [r.beats.map((at) => at / sampleRate)] : [])),
    ],
    made: inSeconds(made.frames),
    learned: inSeconds(learned.frames),
    tempo: analysis.tempo,
    beats: analysis.beats.map((b) => ({ time: b.at / sampleRate, confidence: b.confidence })),
    downbeats: analysis.downbeats.map((i) => analysis.beats[i]!.at / sampleRate),
    onsets: times(onsets),
    cues: {
      word: times(words),
      hit: times(hits),
      riser_start: rises.map((r) => r.start / sampleRate),
      riser_peak: rises.map((r) => r.peak / sampleRate),
      pause_start: pauses.map((p) => p.start / sampleRate),
      drop: times(drops),
      section: times(sections),
    },
  };
  const sure = (cues: readonly { readonly at: number; readonly confidence: number }[]) =>
    cues.map(({ at, confidence }) => ({ time: at / sampleRate, confidence }));
  const cuesOf = (kind: string) => truth.cues?.filter((c) => c.kind === kind).map((c) => c.t) ?? [];
  const rarer = [
    ['hits', 'hit', hits, 0.025],
    ['pauses', 'pause_start', pauses.map((p) => ({ at: p.start, confidence: p.confidence })), 0.05],
    ['rises', 'riser_peak', rises.map((r) => ({ at: r.peak, confidence: r.confidence })), 0.05],
    ['drops', 'drop', drops, 0.1],
    ['sections', 'section', sections, 0.1],
  ] as const;
  for (const [kind, name, cues, tolerance] of rarer) {
    const truths = cuesOf(name);
    if (truths.length > 0) claimed[kind].push(...claims(truths, sure(cues), tolerance));
  }
  const spoken = cuesOf('word');
  const set = path.basename(folder);
  if (set === 'listening-report') {
    pieces.push({
      file: truth.file,
      confidence: analysis.confidence,
      f: truth.beats.length > 0 ? fMeasure(truth.beats, instants) : null,
    });
    claimed.beats.push(...claims(truth.beats, found.beats, 0.07));
    const bars = analysis.downbeats.map((i) => analysis.beats[i]!);
    if (truth.downbeats) claimed.downbeats.push(...claims(truth.downbeats, sure(bars), 0.07));
  }
  if (set === 'listening') {
    if (truth.onsets?.all?.length)
      claimed.onsets.push(...claims(truth.onsets.all, sure(onsets), 0.05));
    claimed.words.push(...claims(spoken, sure(words), 0.05));
  }
  const result = measured(truth, found);
  console.log(
    truth.file.padEnd(32),
    Object.entries(result)
      .map(([m, x]) => `${m} ${figure(m, x)}`)
      .join(', '),
  );
  return result;
}

const parts: string[] = [];
for (const { folder: name, builder, title, by } of SETS) {
  const folder = path.join(cache, name);
  build(folder, builder);
  const { items } = JSON.parse(readFileSync(path.join(folder, 'manifest.json'), 'utf8')) as {
    items: Truth[];
  };
  const scores: { truth: Truth; values: Record<string, number> }[] = [];
  for (const truth of items) scores.push({ truth, values: await score(folder, truth) });
  const group = (label: string, pick: (truth: Truth) => boolean) => {
    const chosen = scores.filter((s) => pick(s.truth));
    return { name: `${label} (${chosen.length})`, values: summary(chosen.map((s) => s.values)) };
  };
  const groups =
    by === 'category'
      ? [
          group('all', () => true),
          ...[...new Set(items.map((t) => t.category))]
            .toSorted()
            .map((c) => group(c, (t) => t.category === c)),
        ]
      : [
          group('not tuned on', (t) => !isTuned(t.file)),
          group('used for words and rises', (t) => isTuned(t.file)),
        ];
  parts.push(`### ${title}\n\n${table(groups)}`);
}
const FIFTHS = ['0–0.2', '0.2–0.4', '0.4–0.6', '0.6–0.8', '0.8–1'];
parts.push(
  [
    '### What a confidence is worth',
    '',
    'Part of what was found that was right, by its confidence, and how many there were.',
    '',
    `| found | ${FIFTHS.join(' | ')} |`,
    `| --- | ${FIFTHS.map(() => '---').join(' | ')} |`,
    ...Object.entries(claimed).map(
      ([kind, all]) =>
        `| ${kind} | ${reliability(all)
          .map((b) => (b.count > 0 ? `${b.right.toFixed(2)} (${b.count})` : ''))
          .join(' | ')} |`,
    ),
  ].join('\n'),
);
const from = (least: number) => pieces.filter((p) => p.confidence >= least);
const right = ({ f }: { readonly f: number | null }) => f !== null && f >= RIGHT;
const off = pieces.filter((p) => (p.f ?? 0) < OFF);
parts.push(
  [
    '### How sure of a piece',
    '',
    `On the pieces to report on. Of ${from(0.9).length} that are called 0.9 or more, ${from(0.9).filter(right).length} are right (F of at least ${RIGHT});`,
    `of ${from(0.6).length} from 0.6 on, ${from(0.6).filter(right).length}. Of ${off.length} whose F is under ${OFF}, or that have no beat, the surest says ${Math.max(0, ...off.map((p) => p.confidence)).toFixed(2)}`,
    `(${
      off
        .filter((p) => p.confidence > 0.6)
        .map((p) => `${p.file} ${p.confidence.toFixed(2)}`)
        .join(', ') || 'none above 0.6'
    }).`,
  ].join('\n'),
);
const cost = `${((60 * processor) / sounding).toFixed(2)} s of processor time for a minute of sound, everything included, one thread.`;
console.log(`${parts.join('\n\n')}\n${cost}`);
const text = readFileSync(page, 'utf8');
const [head, rest] = [
  text.slice(0, text.indexOf(START) + START.length),
  text.slice(text.indexOf(END)),
];
writeFileSync(page, `${head}\n\n${parts.join('\n\n')}\n\n${cost}\n\n${rest}`);
