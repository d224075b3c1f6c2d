import { filmOf } from '../film/index.ts';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../layout/index.ts';
import { addSound, placeSound, setEnding } from '../plan/edits/edit-sounds.ts';
import { changeBrief } from '../plan/edits/edit-brief.ts';
import { changeRate } from '../plan/edits/change-rate.ts';
import { readPlan, type Plan } from '../plan/index.ts';
import { setShotClip, showInShot } from '../plan/edits/edit-shots.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames, rational, samples, sourceFrames } from '../time/index.ts';
import { HANDOFF_FORMATS } from './index.ts';
import { safeFileName } from './file-name.ts';
import { reelNames } from './edl/reel-names.ts';
import otioSchema from './testing/otio-subset.schema.json' with { type: 'json' };

const write = (plan: Plan, id: string): string =>
  HANDOFF_FORMATS.find((f) => f.id === id)!.write(plan);
const folder = mkdtempSync(path.join(tmpdir(), 'caesura-'));
const reader = path.join(import.meta.dirname, 'testing/edlcheck.py');

interface ReadEvent {
  n: number;
  reel: string;
  track: string;
  si: number;
  so: number;
  ri: number;
  ro: number;
  comments: string[];
}
/**
 * The independent reader: a strict parser in another language that shares nothing with the writer.
 */
function readEdl(
  text: string,
  fps: number,
): { title: string; df: boolean; events: ReadEvent[]; errors: unknown[] } {
  const file = path.join(folder, 'list.edl');
  writeFileSync(file, text);
  try {
    return JSON.parse(
      execFileSync('python3', [reader, file, String(fps), 'json'], { encoding: 'utf8' }),
    );
  } catch (error) {
    return JSON.parse((error as { stdout: string }).stdout);
  }
}

describe('edit decision list, read by an independent reader', () => {
  it.each([
    ['24', frameRate(24), false],
    ['25', frameRate(25), false],
    ['30', frameRate(30000, 1001), true],
    ['60', frameRate(60000, 1001), true],
  ])('carries every cut at %s, to the frame', (fps, rate, dropFrame) => {
    const plan = layOutSteadily(
      changeBrief(changeRate(samplePlan(), rate), { dropFrame, target: frames(1080) }),
    );
    const read = readEdl(write(plan, 'edl'), Number(fps));
    expect(read.errors).toEqual([]);
    expect(read.df).toBe(dropFrame);
    const picture = read.events.filter((e) => e.track === 'V');
    expect(picture.map((e) => [e.ri - plan.start, e.ro - plan.start])).toEqual(
      filmOf(plan).shots.map((f) => [f.start, f.end]),
    );
    expect(picture.reduce((sum, e) => sum + e.ro - e.ri, 0)).toBe(1080);
    const music = read.events.find((e) => e.track === 'AA')!;
    expect([music.reel, music.ri, music.ro - music.ri]).toEqual(['MUSIC', plan.start, 1080]);
    expect(picture[0]!.comments).toContain('FROM CLIP NAME: Street door');
  });

  it('agrees with the reader on what is wrong, so that the check can fail', () => {
    const text = write(layOutSteadily(samplePlan()), 'edl');
    expect(readEdl(text.replace('01:00:01:02', '01:00:01:03'), 24).errors).not.toEqual([]);
    expect(
      readEdl(readFileSync(path.join(import.meta.dirname, 'testing/sample.edl'), 'utf8'), 24)
        .errors,
    ).toEqual([]);
  });

  it('keeps the label of a clip that starts at an hour, whatever its rate', () => {
    const plan = layOutSteadily(samplePlan());
    plan.clips[1] = { ...plan.clips[1]!, start: sourceFrames(10 * 3600 * 50) };
    const event = readEdl(write(plan, 'edl'), 24).events[1]!;
    // The label is the file's own, counted at its rate, which is said.
    expect(event.si).toBe(10 * 3600 * 50);
    expect(event.comments).toContain('SOURCE TIMECODE COUNTS 50 FRAMES A SECOND, NON-DROP FRAME');
    expect(event.comments.some((c) => c.startsWith('SOURCE FRAMES 0 TO '))).toBe(true);
  });

  it('has a line for a speed other than normal, which the reader finds right', () => {
    const plan = showInShot(layOutSteadily(samplePlan()), 1, {
      clip: 'c',
      sourceIn: sourceFrames(100),
      speed: rational(2, 5),
    });
    const text = write(plan, 'edl');
    expect(readEdl(text, 24).errors).toEqual([]);
    // 40 % of 24 frames a second.
    expect(text).toMatch(/^M2 {3}\S+ +009\.6 +\d\d:/m);
    expect(text).toContain('SPEED 40 PER CENT');
    const otio = JSON.parse(write(plan, 'otio')) as {
      tracks: { children: { children: { effects: unknown[] }[] }[] };
    };
    expect(otio.tracks.children[0]!.children.map((c) => c.effects.length).slice(0, 3)).toEqual([
      0, 1, 0,
    ]);
    expect(otio.tracks.children[0]!.children[1]!.effects[0]).toMatchObject({
      OTIO_SCHEMA: 'LinearTimeWarp.1',
      time_scalar: 0.4,
    });
    expect(write(plan, 'csv').split('\r\n')[2]).toContain(',40,');
  });

  it('writes black for a shot without a clip', () => {
    const plan = setShotClip(layOutSteadily(samplePlan()), 2, null);
    const read = readEdl(write(plan, 'edl'), 24);
    expect(read.errors).toEqual([]);
    expect(read.events[2]!.reel).toBe('BL');
  });

  it('refuses what the form cannot carry', () => {
    const many = layOutSteadily({ ...changeBrief(samplePlan(), { pace: '1f' }), clips: [] });
    expect(() => write(many, 'edl')).toThrow(/at most 999 events; this plan has 1081/);
    expect(() => write(changeRate(layOutSteadily(samplePlan()), frameRate(120)), 'edl')).toThrow(
      /cannot count 120 fps/,
    );
    expect(() => write(samplePlan(), 'edl')).toThrow(/no cuts/);
  });

  it('names reels in eight letters and digits, each its own', () => {
    const clips = samplePlan().clips.map((c, i) => ({
      ...c,
      fileName: ['Straße—1.mov', 'straße 1.mp4', '日本.mp4', 'music.mp4'][i]!,
    }));
    const names = [...reelNames(clips).values()];
    expect([names[0], names[1], names[3]]).toEqual(['STRASSE1', 'STRASSE2', 'MUSIC2']);
    expect(names[2]).toMatch(/^C[0-9A-Z]{5}$/);
  });
});

interface OtioTime {
  value: number;
  rate: number;
}
interface OtioItem {
  OTIO_SCHEMA: string;
  name: string;
  source_range: { start_time: OtioTime; duration: OtioTime };
  media_references?: {
    DEFAULT_MEDIA: {
      available_range: { start_time: OtioTime; duration: OtioTime };
      target_url: string;
    };
  };
}
const inSeconds = ({ value, rate }: OtioTime): number => value / rate;

describe('OpenTimelineIO, checked by schema and by a walk of its own', () => {
  it.each([frameRate(24), frameRate(24000, 1001), frameRate(60000, 1001)])(
    'is valid and whole at %o',
    (rate) => {
      const plan = layOutSteadily(changeRate(samplePlan(), rate));
      const document = JSON.parse(write(plan, 'otio'));
      const validate = new Ajv2020({ strict: false }).compile(otioSchema);
      expect(validate(document), JSON.stringify(validate.errors)).toBe(true);
      const [picture, music] = document.tracks.children as { kind: string; children: OtioItem[] }[];
      expect([picture!.kind, music!.kind]).toEqual(['Video', 'Audio']);
      const durations = picture!.children.map((c) => c.source_range.duration.value);
      expect(durations).toEqual(filmOf(plan).shots.map((f) => f.length));
      expect(durations.reduce((a, b) => a + b)).toBe(plan.target);
      for (const item of [...picture!.children, ...music!.children]) {
        const { source_range: used, media_references: references } = item;
        const available = references!.DEFAULT_MEDIA.available_range;
        const [from, to] = [
          inSeconds(used.start_time),
          inSeconds(used.start_time) + inSeconds(used.duration),
        ];
        expect(
          Number.isInteger(used.start_time.value) && Number.isInteger(used.duration.value),
        ).toBe(true);
        expect(from).toBeGreaterThanOrEqual(inSeconds(available.start_time));
        expect(to).toBeLessThanOrEqual(
          inSeconds(available.start_time) + inSeconds(available.duration) + 1 / used.duration.rate,
        );
      }
    },
  );

  it('gives each sound a track of its own, its parts in order after a gap until it comes in', () => {
    const plan = layOutSteadily(samplePlan());
    const line = { ...plan.music!, media: 'b'.repeat(64), fileName: 'line.wav' };
    const voiced = addSound(plan, line, 'voice');
    const placed = placeSound(voiced, voiced.sounds[0]!.id, frames(100));
    const spliced = setEnding(placed, placed.music!.id, {
      region: placed.music!.region,
      splices: [{ leave: samples(480_000), enter: samples(960_000) }],
      fade: samples(48_000),
    });
    const document = JSON.parse(write(spliced, 'otio'));
    const validate = new Ajv2020({ strict: false }).compile(otioSchema);
    expect(validate(document), JSON.stringify(validate.errors)).toBe(true);
    const tracks = document.tracks.children as { name: string; children: OtioItem[] }[];
    expect(tracks.map((t) => [t.name, t.children.map((c) => c.OTIO_SCHEMA)])).toEqual([
      ['Picture', expect.anything()],
      ['Music', ['Clip.2', 'Clip.2']],
      ['Voice', ['Gap.1', 'Clip.2']],
    ]);
    expect(tracks[2]!.children[0]!.source_range.duration.value).toBe(100);
    const [first, second] = tracks[1]!.children;
    // The file is at 0.5 s where the music starts; 9.5 s of it are 228 frames.
    expect(first!.source_range.duration.value).toBe(228);
    expect(inSeconds(second!.source_range.start_time)).toBeCloseTo(20, 4);
  });

  it('writes a gap for a shot without a clip', () => {
    const document = JSON.parse(write(setShotClip(layOutSteadily(samplePlan()), 1, null), 'otio'));
    expect(document.tracks.children[0].children[1]).toMatchObject({
      OTIO_SCHEMA: 'Gap.1',
      source_range: { duration: { value: 25 } },
    });
  });
});

describe('cut sheet, read by csv-parse (strict RFC 4180)', () => {
  it('has a row a shot, whatever is in the names', () => {
    const plan = layOutSteadily(samplePlan());
    plan.clips[0] = { ...plan.clips[0]!, name: 'The "big", door\r\nand more' };
    const rows = parse(write(plan, 'csv'), { columns: true }) as Record<string, string>[];
    expect(rows.map((r) => [r['start frame'], r['length frames']])).toEqual(
      filmOf(plan).shots.map((f) => [String(f.start), String(f.length)]),
    );
    expect(rows[0]).toMatchObject({
      clip: 'The "big", door\r\nand more',
      'start timecode': '01:00:00:00',
    });
    expect(rows[1]).toMatchObject({
      'falls on': 'bar 1 beat 3',
      'offset ms': '11.9',
      'offset frames': '0.29',
      'source rate': '50',
    });
  });
});

describe('plan file and names', () => {
  it('reads back as the same plan', () => {
    const plan = layOutSteadily(samplePlan());
    expect(readPlan(JSON.parse(write(plan, 'json')))).toEqual(plan);
  });

  it('makes file names that every system takes', () => {
    expect(safeFileName('Open day: teaser / "final"?', 'edl')).toBe('Open day teaser final.edl');
    expect(safeFileName('...', 'csv')).toBe('plan.csv');
  });
});
