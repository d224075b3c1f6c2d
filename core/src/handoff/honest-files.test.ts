import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../film/index.ts';
import { changeJoin, setMove, setWindow } from '../plan/edits/edit-joins.ts';
import { setRamp } from '../plan/edits/edit-ramps.ts';
import { addSound, placeSound } from '../plan/edits/edit-sounds.ts';
import { showInShot } from '../plan/edits/edit-shots.ts';
import type { Clip, Plan, RampKey } from '../plan/index.ts';
import { constantSteps, shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../ramps/index.ts';
import { layOutSteadily } from '../layout/index.ts';
import { NOTHING_FOUND } from '../listen/index.ts';
import { joinOf, planOfParts } from '../testing/joined-plans.ts';
import { exactAnalysis, samplePlan } from '../testing/sample-plan.ts';
import { seeded } from '../numbers/seeded.ts';
import type { CaesuraError } from '../time/index.ts';
import { frameRate, frames, rational, sourceFrames } from '../time/index.ts';
import { mapOfBeats } from './cues/midi-tempo.ts';
import { CUE_FORMATS, broughtIn } from './cues/cue-formats.ts';
import { reelNames } from './edl/reel-names.ts';
import { HANDOFF_FORMATS, leftOut } from './index.ts';

const write = (plan: Plan, id: string): string =>
  HANDOFF_FORMATS.find((f) => f.id === id)!.write(plan);
const at24 = frameRate(24);

interface ReadEvent {
  readonly type: string;
  readonly si: number;
  readonly so: number;
  readonly ri: number;
  readonly ro: number;
  readonly m2?: { readonly fps: number };
  readonly comments: readonly string[];
}

/** The independent reader of edit decision lists, in another language. */
function read(plan: Plan, fps = 24): { events: ReadEvent[]; errors: unknown[] } {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'caesura-')), 'list.edl');
  writeFileSync(file, write(plan, 'edl'));
  const reader = path.join(import.meta.dirname, 'testing/edlcheck.py');
  try {
    return JSON.parse(
      execFileSync('python3', [reader, file, String(fps), 'json'], { encoding: 'utf8' }),
    );
  } catch (error) {
    return JSON.parse((error as { stdout: string }).stdout);
  }
}

/**
 * The source frame that a reader shows on a film frame: from where its event begins, as fast as its
 * speed line says.
 */
function shownBy(events: readonly ReadEvent[], record: number, fps: number): number {
  const event = events.find((e) => record >= e.ri && record < e.ro)!;
  return event.si + Math.floor(((record - event.ri) * (event.m2?.fps ?? fps)) / fps + 1e-9);
}

const withClip = (plan: Plan, index: number, change: Partial<Clip>): Plan => ({
  ...plan,
  clips: plan.clips.map((clip, i) => (i === index ? { ...clip, ...change } : clip)),
});

describe('a picture that is held in an overlap', () => {
  const plan = changeJoin(
    setWindow(
      setMove(
        planOfParts(at24, [
          { length: 48, in: 100, frames: 900 },
          { length: 48, in: 0, frames: 900 },
        ]),
        1,
        'plain',
      ),
      1,
      6,
      6,
    ),
    1,
    { hold: { out: false, in: true } },
  );

  it('makes the dissolve a cut in a list, whose shot begins on its own first frame, and is told', () => {
    const { events, errors } = read(plan);
    expect(errors).toEqual([]);
    expect(events.map(({ type }) => type)).toEqual(['C', 'C']);
    for (const [k, facts] of filmOf(plan).shots.entries())
      for (let n = 0; n < facts.length; n++)
        expect(shownBy(events, plan.start + facts.start + n, 24)).toBe(
          filmOf(plan).shots[k]!.time!.at(n),
        );
    expect(events[1]!.comments.join()).toContain('NOT CARRIED');
    expect(leftOut(plan, 'edl').join()).toContain('1 dissolve as cuts');
    expect(leftOut(plan, 'otio').join()).toContain('1 dissolve as cuts');
  });

  it('is asked of no reader: every source lies inside its file', () => {
    const chance = seeded(7);
    for (let n = 0; n < 40; n++) {
      const of = (most: number) => Math.floor(chance() * most);
      const parts = Array.from({ length: 4 }, (_, i) => ({
        length: 16 + of(20),
        in: of(12),
        frames: 60 + of(20),
        ...(i > 0 && {
          join: joinOf('plain', of(6), of(6), { hold: { out: true, in: true } }),
        }),
      }));
      const random = planOfParts(at24, parts);
      const { events, errors } = read(random);
      expect(errors).toEqual([]);
      for (const { type, si, so } of events)
        if (type !== 'C') expect(si >= 0 && so <= 90_000).toBe(true);
      const document = JSON.parse(write(random, 'otio'));
      const items = document.tracks.children[0].children as {
        OTIO_SCHEMA: string;
        in_offset?: { value: number };
        out_offset?: { value: number };
        source_range?: { start_time: { value: number }; duration: { value: number } };
        media_references?: { DEFAULT_MEDIA: { available_range: { duration: { value: number } } } };
      }[];
      items.forEach(({ OTIO_SCHEMA, in_offset, out_offset }, i) => {
        if (OTIO_SCHEMA !== 'Transition.1') return;
        const [before, after] = [items[i - 1]!, items[i + 1]!];
        // No longer than its neighbours, and both have the media it asks for.
        expect(in_offset!.value).toBeLessThanOrEqual(before.source_range!.duration.value);
        expect(out_offset!.value).toBeLessThanOrEqual(after.source_range!.duration.value);
        const { start_time, duration } = before.source_range!;
        const there = before.media_references!.DEFAULT_MEDIA.available_range.duration.value;
        expect(start_time.value + duration.value + out_offset!.value).toBeLessThanOrEqual(there);
        expect(after.source_range!.start_time.value - in_offset!.value).toBeGreaterThanOrEqual(0);
      });
    }
  });
});

describe('source timecode in a list', () => {
  it('is the label of the file: a non-drop clip in a drop-frame film, an hour and a half in', () => {
    const rate = frameRate(30000, 1001);
    // 01:30:00:00 of non-drop timecode at 30 frames a label second.
    const start = sourceFrames(90 * 60 * 30);
    const plan = {
      ...withClip(planOfParts(rate, [{ length: 60, in: 15, frames: 900, rate }]), 0, { start }),
      dropFrame: true,
      start: frames(107_892),
    };
    const text = write(plan, 'edl');
    expect(text).toContain('01:30:00:15 01:30:02:15');
    expect(text).toContain('* SOURCE TIMECODE COUNTS 29.97 FRAMES A SECOND, NON-DROP FRAME');
    expect(read(plan, 30).errors).toEqual([]);
  });

  it('counts a clip of 25 in a film of 23.976 as its file does, and plays it by time', () => {
    const plan = planOfParts(frameRate(24000, 1001), [
      { length: 48, in: 124, frames: 900, rate: frameRate(25) },
    ]);
    const { events, errors } = read(plan);
    expect(errors).toEqual([]);
    expect(events[0]!.si).toBe(124);
    expect(events[0]!.m2!.fps).toBeCloseTo((25 * 24 * 1001) / 24000, 1);
    expect(leftOut(plan, 'edl').join()).toContain('1 clip of another rate by time');
  });

  it('ends where the shot does for a reader that goes by its speed line, and has none at the rate of the film', () => {
    const plan = planOfParts(at24, [
      { length: 216, in: 0, frames: 900, rate: frameRate(25) },
      { length: 48, in: 10, frames: 900 },
    ]);
    const { events } = read(plan);
    const [first, second] = events;
    expect(first!.m2!.fps).toBe(25);
    // 216 frames of 24 are nine seconds, which are 225 frames of 25: nine more than frame for
    // frame.
    expect(first!.so - first!.si).toBe(225);
    for (let n = 0; n < 216; n++)
      expect(shownBy(events, plan.start + n, 24)).toBe(filmOf(plan).shots[0]!.time!.at(n));
    expect(second!.m2).toBeUndefined();
  });

  it('counts as the list does where the file has more than a hundred frames a second', () => {
    const plan = planOfParts(at24, [{ length: 48, in: 240, frames: 900, rate: frameRate(120) }]);
    const { events, errors } = read(plan);
    expect(errors).toEqual([]);
    expect([events[0]!.si, events[0]!.so]).toEqual([48, 96]);
    expect(events[0]!.comments.join()).toContain('COUNTS AS THE LIST DOES');
  });
});

describe('what a list cannot write', () => {
  const part = { length: 48, in: 0, frames: 90_000, rate: frameRate(50) };

  it.each<[string, Plan, RegExp]>([
    [
      'a thousand frames a second and more',
      showInShot(planOfParts(at24, [part]), 0, {
        clip: planOfParts(at24, [part]).clips[0]!.id,
        sourceIn: sourceFrames(0),
        speed: rational(30),
      }),
      /three digits/,
    ],
    [
      'a film that ends at midnight',
      { ...planOfParts(at24, [part]), start: frames(24 * 3600 * 24 - 48) },
      /midnight/,
    ],
    [
      'a clip that runs over midnight',
      withClip(planOfParts(at24, [part]), 0, { start: sourceFrames(24 * 3600 * 50 - 20) }),
      /midnight in shot 1/,
    ],
  ])('is refused with the mend: %s', (_what, plan, message) => {
    expect(() => write(plan, 'edl')).toThrow(message);
    try {
      write(plan, 'edl');
    } catch (error) {
      expect((error as CaesuraError).mend).toContain('OpenTimelineIO');
    }
  });

  it('are sounds beside the music, which stand in comments and are told', () => {
    const voice = {
      media: 'b'.repeat(64),
      fileName: 'Zeile für den Tag.wav',
      outline: null,
      analysis: { ...exactAnalysis(120, 8), downbeats: [] },
      found: NOTHING_FOUND,
    };
    const added = addSound(layOutSteadily(samplePlan()), voice, 'voice');
    const plan = placeSound(added, added.sounds[0]!.id, frames(48));
    expect(write(plan, 'edl')).toContain(
      '* NOT IN THIS LIST: Zeile fur den Tag.wav FROM 01:00:02:00',
    );
    expect(leftOut(plan, 'edl').join()).toContain('1 sound beside the music only as comments');
    expect(read(plan).errors).toEqual([]);
  });

  it('goes backwards over the range that is shown', () => {
    const back: RampKey[] = [{ from: 'start', at: 0, speed: { num: -1, den: 2 }, ease: 'linear' }];
    const made = setRamp(planOfParts(at24, [{ length: 40, in: 200, frames: 900 }]), 0, back);
    const { events, errors } = read(made);
    expect(errors).toEqual([]);
    const { used } = filmOf(made).shots[0]!;
    expect(events[0]!.m2!.fps).toBe(-12);
    // Half of forty frames are twenty source frames, of which rounding down shows one more at the
    // end.
    expect(events[0]!.so).toBe(used!.highest + 1);
    expect(events[0]!.si - used!.lowest).toBeLessThanOrEqual(1);
    expect(events[0]!.si).toBeGreaterThanOrEqual(used!.lowest);
  });
});

describe('the reels of a list', () => {
  const clip = (id: string, fileName: string): Clip => ({
    ...samplePlan().clips[0]!,
    id,
    fileName,
    name: fileName,
  });

  it('keep a name that is free, whatever was cut short before it', () => {
    const clips = [
      clip('a', 'A001_C001_0101AB.mov'),
      clip('b', 'A001_C001_0102CD.mov'),
      clip('c', 'A001C002.mov'),
    ];
    const reels = reelNames(clips);
    expect(reels.get('c')).toBe('A001C002');
    expect(reels.get('a')).toBe('A001C001');
    expect(new Set(reels.values()).size).toBe(3);
  });

  it('have stand-ins that stay, and comments that tell two of them apart', () => {
    const clips = [clip('a', '東京.mov'), clip('b', '京都.mov')];
    const [one, other] = [reelNames(clips), reelNames(clips.toReversed())];
    expect(one.get('a')).toBe(other.get('a'));
    expect(one.get('a')).not.toBe(one.get('b'));
    const parts = [
      { length: 24, in: 0, frames: 900 },
      { length: 24, in: 0, frames: 900 },
    ];
    const plan = planOfParts(at24, parts);
    const named = {
      ...plan,
      clips: plan.clips.map((c, i) => ({ ...c, name: ['東京', '京都'][i]!, fileName: null })),
    };
    const comments = read(named).events.map((e) => e.comments.find((c) => c.startsWith('FROM')));
    expect(comments).toEqual(['FROM CLIP NAME: {6771}{4eac}', 'FROM CLIP NAME: {4eac}{90fd}']);
  });
});

describe('the cut sheet', () => {
  const rows = (plan: Plan) =>
    parse(write(plan, 'csv'), { columns: true }) as Record<string, string>[];

  it.each([
    [1, 2, '50'],
    [-1, 1, '-100'],
    [0, 1, '0'],
  ])('says the speed of a ramp of one key: %d/%d', (num, den, said) => {
    const ramp: RampKey[] = [{ from: 'start', at: 0, speed: { num, den }, ease: 'linear' }];
    const plan = planOfParts(at24, [{ length: 40, in: 200, frames: 900, ramp }]);
    expect(rows(plan)[0]!['speed %']).toBe(said);
  });

  it('has one out: frame and timecode name the same frame, with ramps and at every rate', () => {
    const chance = seeded(3);
    for (let n = 0; n < 40; n++) {
      const rate = [frameRate(24), frameRate(25), frameRate(50), frameRate(60000, 1001)][
        Math.floor(chance() * 4)
      ]!;
      const plan = planOfParts(at24, [
        {
          length: 24 + Math.floor(chance() * 40),
          in: 50,
          frames: 2000,
          rate,
          ...(chance() < 0.5 && {
            ramp: shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST }),
          }),
        },
      ]);
      const [row] = rows(plan);
      const clip = plan.clips[0]!;
      const label = row!['source out timecode']!;
      const [h, m, s, f] = label.split(/[:;]/).map(Number) as [number, number, number, number];
      const nominal = Math.round(rate.num / rate.den);
      const frame = ((h * 60 + m) * 60 + s) * nominal + f - clip.start;
      expect(frame).toBe(Number(row!['source out frame']));
    }
  });
});

describe('steps of constant speed', () => {
  it('keep a held speed as its figure, and break at keys', () => {
    const ramp: RampKey[] = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'start', at: 10, speed: { num: 4, den: 1 }, ease: 'linear' },
      { from: 'start', at: 30, speed: { num: 4, den: 1 }, ease: 'ease-in-out' },
      { from: 'start', at: 40, speed: { num: 1, den: 1 }, ease: 'linear' },
    ];
    const plan = planOfParts(at24, [{ length: 60, in: 0, frames: 900, ramp }]);
    const facts = filmOf(plan).shots[0]!;
    const steps = constantSteps(plan, facts);
    expect(steps.find(({ from }) => from === 10)).toMatchObject({
      to: 30,
      speed: { num: 4, den: 1 },
    });
    expect(steps.at(-1)).toMatchObject({ from: 40, to: 60, speed: { num: 1, den: 1 } });
    for (const { from, to, sourceIn, speed } of steps)
      for (let k = from; k < to; k++) {
        const shown = sourceIn + Math.floor(((k - from) * speed.num) / speed.den + 1e-9);
        expect(Math.abs(shown - facts.time!.at(k))).toBeLessThanOrEqual(1);
      }
  });
});

describe('cues in files', () => {
  const format = (id: string) => CUE_FORMATS.find((f) => f.id === id)!;

  it.each([17, 20, 33, 60])('keep beats after a gap of %d s at their times in MIDI', (gap) => {
    const at = [1, 1.5, 2, 2.5, 2.5 + gap, 3 + gap, 3.5 + gap, 4 + gap];
    const file = format('mid').write([], { at, bars: [0, 4], beatsPerBar: 4 }) as Uint8Array;
    const { beats } = format('mid').read(file, 200);
    for (const time of at)
      expect(Math.min(...beats!.at.map((b) => Math.abs(b - time)))).toBeLessThan(1e-5);
    expect(beats!.at.filter((b) => b > 2.6 && b < 2.4 + gap)).toEqual([]);
    const { changes } = mapOfBeats({ at, bars: [0, 4], beatsPerBar: 4 }, 3840);
    for (const { microsecondsPerQuarter } of changes)
      expect(microsecondsPerQuarter).toBeLessThanOrEqual(0xffffff);
  });

  it('before the start of a sound, as a damaged file has them, are left out and counted', () => {
    const sound = samplePlan().music!;
    const entries = [-3, -0.001, 1, NaN].map((at) => ({ at, text: 'x', kind: null }));
    const brought = broughtIn({ entries, beats: null, taps: null }, sound);
    expect(brought.cues.map(({ to }) => to)).toEqual([sound.analysis.sampleRate]);
    expect(brought.outside).toBe(3);
    const beats = { at: [-1, -0.5, 0.5, 1, 1.5], bars: [0, 4], beatsPerBar: 4 };
    expect(broughtIn({ entries: [], beats, taps: null }, sound).beats).toMatchObject({ bars: [2] });
  });

  it.each(['vtt', 'srt'])('closer than a millisecond have a valid range in %s', (id) => {
    const entries = [1, 1.0002, 1.0004, 1.0011, 2].map((at) => ({ at, text: 'x', kind: null }));
    const beats = { at: [], bars: [], beatsPerBar: 4 };
    const text = format(id).write(entries, beats) as string;
    const ranges = [...text.matchAll(/(\d+):(\d+):(\d+)[.,](\d+) --> (\d+):(\d+):(\d+)[.,](\d+)/g)];
    expect(ranges).toHaveLength(5);
    const ms = (parts: string[]) => {
      const [h, m, s, f] = parts.map(Number) as [number, number, number, number];
      return ((h * 60 + m) * 60 + s) * 1000 + f;
    };
    for (const [, ...parts] of ranges)
      expect(ms(parts.slice(4))).toBeGreaterThan(ms(parts.slice(0, 4)));
  });
});
