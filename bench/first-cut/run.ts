/**
 * Judges first cuts of films of made songs and clips whose truth is known. Usage: tsx run.ts FOLDER
 * SEED [--each] [--heard], the folder of clips as `make_clips.py` made it; with --heard songs are
 * not listened to again.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseRate, toNumber } from '@caesura/core/time';
import { seeded } from '../../core/src/numbers/seeded.ts';
import { wavOf } from '../../e2e/wav.ts';
import { run } from '../../server/src/command-line/verbs.ts';
import { clipsOf, measured, type TrueClip } from '../footage/clips.ts';
import { BEFORE } from './before.ts';
import { judged, type FirstCutFigures } from './judge.ts';
import { madeSong } from './song.ts';

/** Films that are judged, clips of each, and the version of facts that are kept beside clips. */
const [FILMS, CLIPS, VERSION] = [12, 10, 'facts12'];
const RATES = ['24', '25', '23.976', '29.97', '30', '50'] as const;

/** Some of a list by chance, each at most once. */
function someOf<T>(list: readonly T[], count: number, random: () => number): T[] {
  const left = [...list];
  return Array.from(
    { length: Math.min(count, left.length) },
    () => left.splice(Math.floor(random() * left.length), 1)[0]!,
  );
}

interface Layout {
  readonly target: number;
  readonly music: { readonly from: number };
  readonly alternatives: readonly {
    readonly leans: string;
    readonly shots: readonly {
      readonly start: number;
      readonly end: number;
      readonly clip: string;
      readonly sourceIn: number;
      readonly sourceOut: number;
      readonly speed: string;
    }[];
  }[];
}

/** Lays a film out by the command line, from files of its own, and judges each of its layouts. */
async function film(
  folder: string,
  clips: readonly TrueClip[],
  seed: number,
): Promise<FirstCutFigures[]> {
  const random = seeded(seed);
  const song = madeSong(seed);
  const rate = RATES[Math.floor(random() * RATES.length)]!;
  const seconds = 28 + Math.floor(10 * random());
  const beat = song.beats[1]! - song.beats[0]!;
  const pace = beat > 0.5 ? 2 : 4;
  const chosen = someOf(clips, CLIPS, random);
  const at = path.join(folder, 'films');
  mkdirSync(at, { recursive: true });
  const wav = path.join(at, `${seed}.wav`);
  writeFileSync(wav, Buffer.from(wavOf([song.samples], song.sampleRate)));
  const heard = path.join(at, `${seed}.heard.json`);
  if (!again || !existsSync(heard)) writeFileSync(heard, await run(['analyse', wav]));
  const music: unknown = JSON.parse(readFileSync(heard, 'utf8'));
  for (const clip of chosen) await measured(folder, clip, VERSION);
  const request = path.join(at, `${seed}.json`);
  writeFileSync(
    request,
    JSON.stringify({
      ...{ rate, target: `${seconds}s`, pace: `${pace} beats`, music },
      clips: chosen.map((clip) => ({
        name: clip.file,
        ...{ rate: clip.rate.join('/'), frames: clip.frames, size: clip.size },
        seen: path.join('..', `${clip.file}.${VERSION}`),
      })),
    }),
  );
  const report = JSON.parse(await run(['layout', request])) as Layout;
  const perSecond = toNumber(parseRate(rate));
  return report.alternatives.map(({ shots }) =>
    judged({
      ...{ rate: perSecond, target: report.target, from: report.music.from, pace, song },
      clips: chosen,
      shots: shots.map((shot) => {
        const clip = chosen.find((c) => c.file === shot.clip)!;
        const [num, den = 1] = shot.speed.split('/').map(Number) as [number, number?];
        const stride = ((clip.rate[0] / clip.rate[1]) * num) / den / perSecond;
        return { ...shot, stride };
      }),
    }),
  );
}

const GOALS: Readonly<Record<keyof FirstCutFigures, string>> = {
  onBeat: '≥ .97',
  onBar: '≥ .8',
  repeated: '≤ .01',
  still: '≤ .04',
  landed: '≥ .8',
  onDrop: '12 of 12',
  arc: '≥ .9',
  exact: '1',
};
const NAMES = Object.keys(GOALS) as (keyof FirstCutFigures)[];
const row = (name: string, cells: readonly string[]): void =>
  console.log(name.padEnd(12), cells.map((c) => c.padStart(9)).join(''));

const [folder, seed, ...flags] = process.argv.slice(2) as [string, string, ...string[]];
const [each, again] = [flags.includes('--each'), flags.includes('--heard')];
const clips = clipsOf(folder);
row('film', NAMES);
const all: FirstCutFigures[][] = [];
for (let i = 0; i < FILMS; i++) {
  const layouts = await film(folder, clips, Number(seed) + i);
  all.push(layouts);
  (each ? layouts : layouts.slice(0, 1)).forEach((figures, k) =>
    row(
      k === 0 ? String(i + 1) : `  ${i + 1} by ${k + 1}`,
      NAMES.map((n) => figures[n].toFixed(3)),
    ),
  );
}
const places = Math.max(...all.map((layouts) => layouts.length));
for (let k = 0; k < places; k++) {
  const these = all.flatMap((layouts) => layouts.slice(k, k + 1));
  row(
    `mean of ${k + 1}`,
    NAMES.map((n) => (these.reduce((s, f) => s + f[n], 0) / these.length).toFixed(3)),
  );
}
const before = BEFORE[seed];
if (before)
  row(
    'before',
    NAMES.map((n) => before[n].toFixed(3)),
  );
row(
  'goal',
  NAMES.map((n) => GOALS[n]),
);
