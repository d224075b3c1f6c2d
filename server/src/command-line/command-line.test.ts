import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parse } from 'csv-parse/sync';
import { afterAll, expect, it } from 'vitest';
import { HANDOFF_FORMATS } from '@caesura/core/handoff';
import { fMeasure } from '../../../core/src/testing/beat-measures.ts';
import { danceAt128 } from '../../../core/src/testing/synthesis.ts';
import { wavOf } from '../../../e2e/wav.ts';
import { ROOT, temporaryFolder } from '../testing/server.ts';
import { run, USAGE } from './verbs.ts';

const { folder, remove } = temporaryFolder();
afterAll(remove);

function caesura(...args: string[]) {
  const entry = path.join(ROOT, 'server/src/command-line.ts');
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', entry, ...args],
    {
      cwd: ROOT,
      encoding: 'utf8',
      maxBuffer: 1e8,
    },
  );
  return { status, stdout, stderr };
}

const fileOf = (name: string, content: string | Uint8Array): string => {
  const file = path.join(folder, name);
  writeFileSync(file, content);
  return file;
};

it('goes from a WAV file to a cut sheet whose cuts are on the true beats', () => {
  const { tape, beats } = danceAt128();
  const wav = fileOf('dance.wav', wavOf([tape.samples], tape.sampleRate));
  const heard = caesura('analyse', wav);
  expect(heard.status, heard.stderr).toBe(0);
  const report = JSON.parse(heard.stdout) as { tempo: number; beats: { time: number }[] };
  expect(report.tempo).toBeCloseTo(128, 0);
  expect(
    fMeasure(
      beats,
      report.beats.map((b) => b.time),
    ),
  ).toBeGreaterThan(0.95);

  const request = {
    rate: '25',
    target: '20s',
    pace: '4 beats',
    music: report,
    clips: [{ name: 'Door', rate: '50', frames: 5000 }],
  };
  const laidOut = caesura('layout', fileOf('request.json', JSON.stringify(request)), '--take', '1');
  expect(laidOut.status, laidOut.stderr).toBe(0);
  const plan = fileOf('plan.json', laidOut.stdout);
  const sheet = caesura('export', plan, '--to', 'csv');
  const rows = parse<Record<string, string>>(sheet.stdout, { columns: true, bom: true });
  expect(rows.reduce((sum, row) => sum + Number(row['length frames']), 0)).toBe(500);
  // Frame 0 is the first downbeat; half a frame for the grid, 5 ms for the tracker.
  for (const row of rows) {
    const at = beats[0]! + Number(row['start frame']) / 25;
    expect(Math.min(...beats.map((b) => Math.abs(b - at)))).toBeLessThan(0.02 + 0.005);
  }
  for (const to of ['edl', 'otio', 'json'])
    expect(caesura('export', plan, '--to', to).status).toBe(0);
});

it('prints the layouts of a request, or the conflict', async () => {
  const request = {
    rate: '24',
    target: '10s',
    pace: '1s',
    clips: [{ name: 'Door', rate: '24', frames: 100 }],
  };
  const { alternatives, conflict } = JSON.parse(
    await run(['layout', fileOf('some.json', JSON.stringify(request))]),
  ) as {
    alternatives: { shots: { length: number }[] }[];
    conflict: unknown;
  };
  expect(alternatives.map((a) => a.shots.reduce((sum, s) => sum + s.length, 0))).toEqual([
    240, 240, 240,
  ]);
  expect(conflict).toBeNull();
  const never = { ...request, shortest: 120, longest: 240 };
  const none = JSON.parse(
    await run(['layout', fileOf('none.json', JSON.stringify(never))]),
  ) as typeof request & {
    conflict: { limits: string[]; mends: { text: string }[] };
  };
  expect(none.conflict.limits).toContain('Shots last at least 120 frames');
  expect(none.conflict.mends.length).toBeGreaterThan(1);
});

it('says what is wrong and how to mend it', async () => {
  const text = fileOf('song.mp3', 'not a sound at all');
  const cases: [string[], RegExp][] = [
    [[], /Say what to do/],
    [['sing', text], /no verb “sing”/],
    [['analyse', path.join(folder, 'none.wav')], /There is no file/],
    [['analyse', folder], /is a folder/],
    [['analyse', text], /“song.mp3” is not a sound file/],
    [['analyse', fileOf('empty.wav', '')], /“empty.wav” is empty/],
    [
      ['analyse', path.join(ROOT, 'demo/output/open-day-music.mp3')],
      /is coded as mp3, which cannot be decoded here/,
    ],
    [['layout', text], /“song.mp3” is not JSON/],
    [
      ['layout', fileOf('bad.json', '{"rate":"0/1","target":"10s"}')],
      /A frame rate of 0\/1 is not possible/,
    ],
    [
      ['layout', fileOf('long.json', '{"rate":"24","target":"1800min","pace":"12f"}')],
      /run past 24 hours/,
    ],
    [
      ['layout', fileOf('fine.json', '{"rate":"24","target":"10s","pace":"12f"}'), '--take', 'one'],
      /no layout “one”/,
    ],
    [
      ['layout', fileOf('fine.json', '{"rate":"24","target":"10s","pace":"12f"}'), '--take', '2'],
      /no layout 2/,
    ],
    [['export', fileOf('plan0.json', '{}'), '--to', 'edl'], /This is not a plan/],
    [['export', text, '--to', 'tape'], /There is no format “tape”/],
    [['export', text, '--into', 'edl'], /--into/],
  ];
  for (const [args, message] of cases)
    await expect(run(args), args.join(' ')).rejects.toThrow(message);
});

it('reads a film beside a plan, audits it, and proves a written file', async () => {
  const demo = path.join(ROOT, 'demo/output/tried/even.json');
  const edl = fileOf('film.edl', await run(['export', demo, '--to', 'edl']));
  const read = JSON.parse(await run(['read', edl, '--with', demo])) as {
    form: string;
    rate: string;
    media: { taken: string | null }[];
  };
  expect([read.form, read.rate]).toEqual(['edl', '24']);
  expect(read.media.every(({ taken }) => taken !== null)).toBe(true);
  const plan = fileOf('read.json', await run(['read', edl, '--with', demo, '--plan']));
  const audit = JSON.parse(await run(['audit', plan, '--within', '2'])) as {
    cuts: unknown[];
    onBeats: number;
  };
  // Every cut of the even film lies on a beat.
  expect(audit.onBeats).toBe(audit.cuts.length);
  expect(JSON.parse(await run(['audit', demo, '--file', edl]))).toMatchObject({
    onBeats: audit.onBeats,
  });
  const proof = JSON.parse(await run(['proof', demo, '--file', edl])) as Record<string, unknown>;
  expect(proof).toMatchObject({ proved: true, format: 'edl', wrong: [] });
  const late = readFileSync(edl, 'utf8').replace(/(V +C +\d\d:\d\d:)(\d\d)/, '$159');
  const wrong = JSON.parse(await run(['proof', demo, '--file', fileOf('late.edl', late)])) as {
    proved: boolean;
    wrong: unknown[];
  };
  expect([wrong.proved, wrong.wrong.length > 0]).toEqual([false, true]);
  for (const [args, message] of [
    [['proof', demo], /Say which file/],
    [['proof', demo, '--file', 'x.bin'], /cannot be told by its ending/],
    [['audit', demo, '--within', 'few'], /no number of frames/],
    [['audit', demo, '--onto', 'loud'], /no kind of cue “loud”/],
    [['read', edl, '--rate', 'fast'], /“fast”/],
    [['read', demo], /a plan of ours already/],
  ] as const)
    await expect(run(args), args.join(' ')).rejects.toThrow(message);
});

it.each(['even', 'rehearsed'])(
  'proves every format of a plan that it wrote, told by its ending: %s',
  async (name) => {
    const demo = path.join(ROOT, `demo/output/tried/${name}.json`);
    for (const { id, extension } of HANDOFF_FORMATS) {
      const file = fileOf(`${name}.${extension}`, await run(['export', demo, '--to', id]));
      expect(JSON.parse(await run(['proof', demo, '--file', file])), id).toMatchObject({
        ...{ proved: true, format: id, wrong: [] },
      });
    }
  },
);

it('lays out what the documents give as examples', async () => {
  const text = readFileSync(path.join(ROOT, 'docs/formats.md'), 'utf8');
  const examples = [...text.matchAll(/```json\n(.*?)```/gs)].map(([, json]) => json!);
  const reports = await Promise.all(
    examples.map(async (json, i) => {
      const report = JSON.parse(await run(['layout', fileOf(`example-${i}.json`, json)])) as {
        alternatives: unknown[];
        conflict: { mends: { text: string }[] } | null;
      };
      return [report.alternatives.length, report.conflict?.mends.map((mend) => mend.text)];
    }),
  );
  expect(reports).toEqual([
    [3, undefined],
    [0, ['Let shots be as short as 80 frames, 40 fewer', 'Let “Door” be shown at 75 %']],
  ]);
});

it('says of what is no JSON with what it begins, where it breaks off, and what mends it', async () => {
  for (const [content, message] of [
    ['RIFF\u0000\u0001WAVE', /“x.json” is not JSON: it begins with “RIFF WAVE”/],
    ['{"a": [1, 2', /ends too early/],
    ['{"a": 1,}', /it begins with “{"a": 1,}”/],
    ['  ', /“x.json” is empty/],
  ] as const)
    await expect(run(['check', fileOf('x.json', content)])).rejects.toMatchObject({
      code: 'bad-json',
      message: expect.stringMatching(message) as string,
      mend: expect.stringMatching(/Give a file of JSON/) as string,
    });
  await expect(run(['check', folder])).rejects.toMatchObject({
    mend: expect.any(String) as string,
  });
});

it('puts errors on standard error as JSON and ends with 1', () => {
  const { status, stdout, stderr } = caesura('analyse', path.join(folder, 'none.wav'));
  expect({ status, stdout }).toEqual({ status: 1, stdout: '' });
  expect(JSON.parse(stderr)).toMatchObject({ error: { code: 'no-file' } });
});

it('explains itself', () => {
  expect(caesura('--help')).toEqual({ status: 0, stdout: USAGE, stderr: '' });
});

it('checks a plan and tells the window of a cut frame by frame', () => {
  const demo = path.join(ROOT, 'demo/output/tried/even.json');
  const plan = JSON.parse(readFileSync(demo, 'utf8')) as { score: { shots: { join?: object }[] } };
  plan.score.shots[3]!.join = { set: { move: 'plain' } };
  const file = fileOf('joined.json', JSON.stringify(plan));
  const checked = caesura('check', file);
  expect(checked.status, checked.stderr).toBe(0);
  const { faults } = JSON.parse(checked.stdout) as {
    faults: { kind: string; cut: number; mends: string[] }[];
  };
  // The demo's clips start where they are used, so that an overlap has nothing ahead of its cut.
  expect(faults.map((f) => [f.kind, f.cut])).toEqual([['handle-short', 3]]);
  expect(faults[0]!.mends.length).toBeGreaterThan(0);
  const told = caesura('frames', file, '--cut', '3');
  const { frames } = JSON.parse(told.stdout) as { frames: unknown[] };
  expect(frames).toHaveLength(12);
  expect(caesura('frames', file, '--cut', 'x').status).not.toBe(0);
  expect(caesura('frames', file, '--cut', '400').stderr).toContain('There is no cut 400');
});

it('tells a WAV file that is cut short, hears what is there, and says how sound becomes WAV', () => {
  const samples = Float32Array.from({ length: 48_000 }, (_, i) => Math.sin(i / 9) / 4);
  const whole = wavOf([samples], 48_000);
  const heard = caesura('analyse', fileOf('whole.wav', whole));
  expect(heard).toMatchObject({ status: 0, stderr: '' });
  const short = caesura('analyse', fileOf('short.wav', whole.subarray(0, whole.length >> 2)));
  expect(short.status).toBe(0);
  expect(short.stderr).toMatch(/^“short\.wav” is cut short: it holds 2[45] % of the samples/);
  expect((JSON.parse(short.stdout) as { samples: number }).samples).toBeLessThan(13_000);
  const mp3 = path.join(ROOT, 'demo/output/voice/spoken-line.mp3');
  const refused = caesura('analyse', mp3);
  expect(refused.status).toBe(1);
  expect(refused.stderr).toContain('ffmpeg -i SOUND sound.wav');
});
