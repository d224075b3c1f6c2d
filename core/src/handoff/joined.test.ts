import { filmOf } from '../film/index.ts';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinOf, planOfParts } from '../testing/joined-plans.ts';
import type { Plan } from '../plan/index.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../ramps/index.ts';
import { frameRate, rational } from '../time/index.ts';
import { HANDOFF_FORMATS } from './index.ts';
import { leftOut } from './left-out.ts';
import otioSchema from './testing/otio-subset.schema.json' with { type: 'json' };
import { readEdl } from './testing/read-edl.ts';

const write = (plan: Plan, id: string): string =>
  HANDOFF_FORMATS.find((f) => f.id === id)!.write(plan);
const at24 = frameRate(24);
const ramp = shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST });
const joined = () =>
  planOfParts(at24, [
    { length: 30, in: 10, frames: 300 },
    { length: 36, in: 40, frames: 300, join: joinOf('plain', 6, 4) },
    { length: 40, in: 20, frames: 400, ramp, join: joinOf('whip-pan', 6, 6) },
    { length: 30, in: 20, frames: 400, rate: frameRate(50), join: joinOf('slide', 4, 4) },
  ]);

interface ReadEvent {
  n: number;
  reel: string;
  type: string;
  dur: number;
  si: number;
  so: number;
  ri: number;
  ro: number;
  m2?: { fps: number };
  comments: string[];
}
const read = (text: string) => readEdl<ReadEvent>(text);

describe('edit decision list', () => {
  it('carries a dissolve: it begins at its first half, the outgoing goes on for all of it', () => {
    const { events, errors } = read(write(joined(), 'edl'));
    expect(errors).toEqual([]);
    const [first, goesOn, dissolve] = events;
    expect([first!.ri, first!.ro]).toEqual([86400, 86424]);
    expect([goesOn!.type, goesOn!.reel, goesOn!.ri, goesOn!.ro]).toEqual([
      'C',
      first!.reel,
      86424,
      86424,
    ]);
    expect([dissolve!.type, dissolve!.dur, dissolve!.ri, dissolve!.ro]).toEqual([
      'D',
      10,
      86424,
      86466,
    ]);
    // Its source begins six frames before the in of its shot.
    expect(dissolve!.so - dissolve!.si).toBe(42);
    expect([goesOn!.si, dissolve!.si]).toEqual([first!.so, 34]);
  });

  it('carries a ramp as steps that fill the shot, and says which moves it does not carry', () => {
    const text = write(joined(), 'edl');
    const { events } = read(text);
    const steps = events.filter((e) => e.reel === events[3]!.reel);
    expect(steps.length).toBeGreaterThanOrEqual(3);
    expect([steps[0]!.ri, steps.at(-1)!.ro]).toEqual([86466, 86506]);
    expect(new Set(steps.map((e) => e.m2?.fps)).size).toBeGreaterThanOrEqual(3);
    expect(text).toContain('* JOIN: WHIP PAN 6 + 6, NOT CARRIED BY THIS FORM');
    expect(text).toContain('* JOIN: SLIDE 4 + 4 OVERLAPPING, NOT CARRIED BY THIS FORM');
    expect(leftOut(joined(), 'edl')).toHaveLength(3);
    expect(leftOut(joined(), 'json')).toEqual([]);
  });

  it('is read without an error over random joins and ramps', () => {
    const part = fc.record({
      length: fc.integer({ min: 8, max: 60 }),
      in: fc.integer({ min: 30, max: 90 }),
      frames: fc.constant(2000),
      rate: fc.constantFrom(frameRate(24), frameRate(50), frameRate(60000, 1001)),
      plain: fc.boolean(),
      before: fc.integer({ min: 0, max: 4 }),
      after: fc.integer({ min: 0, max: 4 }),
      ramped: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 5 }), (parts) => {
        const plan = planOfParts(
          at24,
          parts.map(({ plain, before, after, ramped, ...rest }, i) => ({
            ...rest,
            ...(ramped && { ramp }),
            ...(i > 0 && { join: joinOf(plain ? 'plain' : 'slide', before, after) }),
          })),
        );
        const { events, errors } = read(write(plan, 'edl'));
        expect(errors).toEqual([]);
        expect(events.at(-1)!.ro - events[0]!.ri).toBe(plan.score!.length);
      }),
      { numRuns: 25 },
    );
  });
});

describe('OpenTimelineIO', () => {
  it('carries overlaps as transitions between their clips, ramps as time effects, keys and values in the metadata', () => {
    const document = JSON.parse(write(joined(), 'otio'));
    const validate = new Ajv2020({ strict: false }).compile(otioSchema);
    expect(validate(document), JSON.stringify(validate.errors)).toBe(true);
    const items = document.tracks.children[0].children as {
      OTIO_SCHEMA: string;
      transition_type?: string;
      in_offset?: { value: number };
      out_offset?: { value: number };
      source_range?: { duration: { value: number }; start_time: { value: number } };
      effects?: { time_scalar: number }[];
      metadata: {
        caesura: {
          join?: { values: { frame: number; out: { x: number } | null }[] };
          ramp?: unknown[];
        };
      };
    }[];
    const transitions = items.filter((i) => i.OTIO_SCHEMA === 'Transition.1');
    expect(
      transitions.map((t) => [t.transition_type, t.in_offset!.value, t.out_offset!.value]),
    ).toEqual([['SMPTE_Dissolve', 6, 4]]);
    // Beside the short steps of a ramp an overlap would run past its neighbour: it is a cut, with
    // its values on the clip.
    expect(leftOut(joined(), 'otio')).toContain(
      '1 overlap with movement as cuts: beside a ramp, with a picture that is held, or longer than what lies beside it.',
    );
    // Transitions stand between items and add no length.
    items.forEach((item, i) => {
      if (item.OTIO_SCHEMA !== 'Transition.1') return;
      expect(items[i - 1]!.OTIO_SCHEMA).toBe('Clip.2');
      expect(items[i + 1]!.OTIO_SCHEMA).toBe('Clip.2');
    });
    const clips = items.filter((i) => i.OTIO_SCHEMA === 'Clip.2');
    expect(clips.reduce((sum, c) => sum + c.source_range!.duration.value, 0)).toBe(136);
    const whip = clips.find((c) => c.metadata.caesura.join)!;
    expect(whip.metadata.caesura.join!.values).toHaveLength(12);
    expect(whip.metadata.caesura.ramp).toHaveLength(2);
    // The steps of the ramp, read as constant speeds, show what the plan shows within a source
    // frame.
    const steps = clips.slice(2, -1);
    const shot = filmOf(joined()).shots[2]!;
    let k = 0;
    for (const { source_range, effects } of steps)
      for (let i = 0; i < source_range!.duration.value; i++, k++) {
        const shown = Math.floor(
          source_range!.start_time.value + i * (effects![0]?.time_scalar ?? 1) + 1e-9,
        );
        expect(Math.abs(shown - shot.time!.at(k))).toBeLessThanOrEqual(1);
      }
    expect(k).toBe(40);
  });
});

describe('cut sheet', () => {
  it('carries windows, handles, ramp keys and join keys', () => {
    const rows = parse<Record<string, string>>(write(joined(), 'csv'), {
      columns: true,
      bom: true,
    });
    expect(rows[1]).toMatchObject({
      'join at start': 'plain 6 + 4 overlapping',
      'window before': '6',
      'handle ahead needed': '6',
      'handle ahead there': '40',
    });
    expect(rows[0]).toMatchObject({ 'handle behind needed': '4', 'handle behind there': '260' });
    expect(rows[2]!['speed %']).toBe('ramp');
    expect(rows[2]!['ramp keys']).toMatch(
      /^96: source 35, 50 %, ease-in-out; 106: source \d+, 400 %/,
    );
    expect(rows[2]!['join keys']).toContain('out x 65: -0.1');
  });

  it('writes a slowed shot with its speed', () => {
    const plan = planOfParts(at24, [
      { length: 24, in: 0, frames: 300, rate: frameRate(50), speed: rational(1, 2) },
    ]);
    const [row] = parse<Record<string, string>>(write(plan, 'csv'), { columns: true, bom: true });
    expect([row!['speed %'], row!['source out frame'], row!['join at start']]).toEqual([
      '50',
      '24',
      '',
    ]);
  });
});
