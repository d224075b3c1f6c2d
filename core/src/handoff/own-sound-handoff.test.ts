import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../film/index.ts';
import { hearClip, setDucking, setLevelKey, soundShots } from '../plan/edits/index.ts';
import type { ClipSound, Plan } from '../plan/index.ts';
import { sampleAt } from '../sound/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, rational, samples, toNumber, type FrameRate } from '../time/index.ts';
import { HANDOFF_FORMATS, leftOut } from './index.ts';
import { readEdl } from './testing/read-edl.ts';

const write = (plan: Plan, id: string): string =>
  HANDOFF_FORMATS.find((format) => format.id === id)!.write(plan);

/** The rows of a sheet by the names of its columns. */
const rowsOf = (plan: Plan, id: string) =>
  parse(write(plan, id), { columns: true }) as Record<string, string>[];

interface ReadEvent {
  track: string;
  si: number;
  ri: number;
  ro: number;
  comments: string[];
}
const read = (text: string) => readEdl<ReadEvent>(text);

const RATE = frameRate(24);
const sounding = (rate: FrameRate, start: number): ClipSound => ({
  ...{ media: 'a'.repeat(64), outline: null, sampleRate: 48_000, channels: 2 },
  ...{ length: samples(48_000 * 900), start, rate, tracks: 1 },
  heard: {
    ...{ hits: [], words: [], pauses: [] },
    loudness: { integrated: null, momentaryMaximum: null, shortTermMaximum: null, shortTerm: [] },
  },
});

interface OtioTime {
  rate: number;
  value: number;
}
interface OtioItem {
  OTIO_SCHEMA: string;
  source_range: { start_time: OtioTime; duration: OtioTime };
  effects: { time_scalar: number }[];
  metadata: { caesura?: Record<string, unknown> };
}
/** The items of the tracks of a name, each with the frame of the film on which it begins. */
function itemsOn(plan: Plan, name: string): (OtioItem & { at: number })[] {
  const document = JSON.parse(write(plan, 'otio')) as {
    tracks: { children: { name: string; children: OtioItem[] }[] };
  };
  return document.tracks.children
    .filter((track) => track.name === name)
    .flatMap(({ children }) => {
      let at = 0;
      return children.flatMap((item) => {
        const begins = at;
        at += item.source_range.duration.value;
        return item.OTIO_SCHEMA === 'Clip.2' ? [{ ...item, at: begins }] : [];
      });
    });
}

describe('own sound handed over', () => {
  it('is in timelines and lists where it is heard in the mix, with its lead and lag, at any rates', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(frameRate(24), frameRate(25), frameRate(30000, 1001), frameRate(50)),
        fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 })),
        fc.constantFrom(rational(1), rational(3, 4), rational(3, 2)),
        fc.integer({ min: -2000, max: 2000 }),
        (rate, [lead, lag], speed, offset) => {
          const base = planOfParts(RATE, [
            { length: 40, in: 300, frames: 20_000, rate },
            { length: 60, in: 400, frames: 20_000, rate, speed },
            { length: 40, in: 500, frames: 20_000, rate },
          ]);
          const clips = base.clips.map((clip) => ({ ...clip, sound: sounding(rate, offset) }));
          const plan = soundShots({ ...base, clips }, [1], { on: true, lead, lag, gain: -3 });
          const [event] = filmOf(plan).audioEvents.filter(({ of }) => of === 'own');
          const clip = filmOf(plan).shots[1]!.clip!;
          const media = (frame: number) => (sampleAt(event!, frame / 24) - offset) / 48_000;

          const [item, ...rest] = itemsOn(plan, 'Own sound');
          expect(rest).toEqual([]);
          expect([item!.at, item!.source_range.duration.value]).toEqual([
            40 - lead,
            60 + lead + lag,
          ]);
          const { value, rate: perSecond } = item!.source_range.start_time;
          const from = value / perSecond - clip.start / toNumber(clip.rate);
          expect(Math.abs(from - media(40 - lead))).toBeLessThan(1.5 / 48_000);
          expect(item!.effects[0]?.time_scalar ?? 1).toBeCloseTo(toNumber(speed), 9);
          expect(item!.metadata.caesura).toMatchObject({ own_sound_of_shot: 2, gain_db: -3 });

          const { events, errors } = read(write(plan, 'edl'));
          expect(errors).toEqual([]);
          const own = events.filter(({ track }) => track.startsWith('A'));
          expect(own.map(({ ri, ro }) => [ri - plan.start, ro - plan.start])).toEqual([
            [40 - lead, 100 + lag],
          ]);
          const label = own[0]!.si / Math.round(toNumber(clip.rate));
          const wanted = media(40 - lead) * (toNumber(clip.rate) / Math.round(toNumber(clip.rate)));
          const begins = clip.start / Math.round(toNumber(clip.rate));
          expect(Math.abs(label - begins - wanted)).toBeLessThan(0.6 / toNumber(clip.rate) + 1e-3);
          expect(own[0]!.comments.join()).toContain('LEVEL -3.0 DB');
        },
      ),
      { numRuns: 40 },
    );
  });

  it('lies on tracks beside its neighbour and beside the music, and is said in sheets', () => {
    const base = planOfParts(RATE, [
      { length: 40, in: 300, frames: 2000, rate: RATE },
      { length: 40, in: 300, frames: 2000, rate: RATE },
    ]);
    const clips = base.clips.map((clip) => ({ ...clip, sound: sounding(RATE, 0) }));
    const heard = clips.reduce<Plan>((made, { id }) => hearClip(made, id, { on: true, gain: 0 }), {
      ...base,
      clips,
    });
    const plan = soundShots(heard, [1], { lead: 12, fadeIn: 6 });
    const tracks = (made: Plan) =>
      read(write(made, 'edl'))
        .events.filter(({ track }) => track.startsWith('A') && track !== 'AA')
        .map(({ track }) => track);
    expect(tracks(plan)).toEqual(['A', 'A2']);
    expect(tracks({ ...plan, music: samplePlan().music })).toEqual(['A3', 'A4']);
    expect(itemsOn(plan, 'Own sound').map(({ at }) => at)).toEqual([0, 28]);
    const data = rowsOf(plan, 'csv');
    expect(data.slice(0, 2).map((row) => row['own sound'])).toEqual([
      '0.0 dB',
      '0.0 dB, leads 12 f, in over 6 f',
    ]);
    expect(write(plan, 'html')).toContain('own sound 0.0 dB, leads 12 f');
    expect(leftOut(plan, 'otio').join()).toContain('The own sound of 2 shots on tracks');
  });

  it('comes with the levels of the music where the film has them', () => {
    const base = samplePlan();
    const laid = planOfParts(RATE, [{ length: 480, in: 0, frames: 2000, rate: RATE }]);
    const music = base.music!;
    const plan = setLevelKey(
      setLevelKey({ ...laid, music }, music.id, music.region.in + 48_000, -6),
      music.id,
      music.region.in + 96_000,
      0,
    );
    const [item] = itemsOn(plan, 'Music');
    expect(item!.metadata.caesura).toMatchObject({
      levels: [
        { frame: 24, level_db: -6 },
        { frame: 48, level_db: 0 },
      ],
    });
    expect(write(plan, 'edl')).toMatch(/\* LEVELS OF .*, DB: -6\.0 AT [\d:]+, 0\.0 AT [\d:]+/);
    const data = rowsOf(plan, 'keys');
    expect(
      data.filter((row) => row.parameter === 'level').map((row) => [row['film frame'], row.value]),
    ).toEqual([
      ['24', '-6'],
      ['48', '0'],
    ]);
    expect(leftOut(plan, 'csv').join()).toContain('2 levels of sounds not at all');
    expect(leftOut(setDucking(plan, null), 'keys')).toEqual([]);
  });
});
