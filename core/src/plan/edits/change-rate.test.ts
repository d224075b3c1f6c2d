import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { filmOf, joinAt } from '../../film/index.ts';
import { joinValues } from '../../joins/values.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../../ramps/index.ts';
import { kitEffect, planWithKit } from '../../testing/plan-with-effects.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frameRate, frames, instantOfFrame, toNumber, type FrameRate } from '../../time/index.ts';
import { PlanSchema, type Plan } from '../index.ts';
import { FRAME_FIELDS } from '../schema/fields.ts';
import { changeRate, rateChange, roundedWords } from './change-rate.ts';
import { changeEffect, putBed, putHit } from './edit-effects.ts';
import { setJoinKey, setMove } from './edit-joins.ts';
import { addNote } from './edit-notes.ts';
import { setRamp } from './edit-ramps.ts';
import { keepRamp } from './kept-ramps.ts';
import { changeWishes } from './edit-wishes.ts';
import { RATE_RULES } from './rate-rules.ts';

/** Places in a schema of fields that count frames of the film. */
function frameFieldsOf(schema: z.core.$ZodType, place = ''): string[] {
  if (FRAME_FIELDS.has(schema)) return [place];
  const { def } = schema._zod;
  const inner = (at: z.core.$ZodType, to = place) => frameFieldsOf(at, to);
  if (def.type === 'object')
    return Object.entries((def as z.core.$ZodObjectDef).shape).flatMap(([key, field]) =>
      inner(field, place === '' ? key : `${place}.${key}`),
    );
  if (def.type === 'array') return inner((def as z.core.$ZodArrayDef).element, `${place}[]`);
  if (def.type === 'record') return inner((def as z.core.$ZodRecordDef).valueType, `${place}{}`);
  if (def.type === 'union') return (def as z.core.$ZodUnionDef).options.flatMap((o) => inner(o));
  if (def.type === 'pipe') return inner((def as z.core.$ZodPipeDef).in);
  return 'innerType' in def ? inner((def as z.core.$ZodOptionalDef).innerType) : [];
}

const [at24, at25, at30, at48] = [24, 25, 30, 48].map((n) => frameRate(n)) as [
  FrameRate,
  FrameRate,
  FrameRate,
  FrameRate,
];
const seconds = (frame: number, rate: FrameRate) => toNumber(instantOfFrame(frame, rate));

/** A plan with something in every kind of field that counts frames. */
function fullPlan(): Plan {
  const kit = planWithKit();
  let plan = setMove(kit, 3, 'zoom-through');
  plan = setRamp(plan, 4, shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST }));
  plan = keepRamp(plan, 4, 'Kept');
  plan = putHit(plan, kitEffect(plan, 'click').id, 5);
  plan = changeEffect(plan, plan.effects[0]!.id, {
    at: { on: 'cut', shot: plan.score!.shots[5]!.id, by: -6 },
  });
  plan = putBed(
    plan,
    kitEffect(plan, 'room').id,
    { from: { on: 'frame', frame: frames(24) }, to: { on: 'frame', frame: frames(96) } },
    frames(12),
  );
  plan = addNote(plan, frames(360), 'Here');
  return changeWishes(plan, { shortest: frames(6), handles: frames(4) });
}

describe('the table of what follows a change of the rate', () => {
  it('has every field of the schema that counts frames, and no other', () => {
    const places = [...new Set(frameFieldsOf(PlanSchema))].sort();
    expect(places).toEqual(Object.keys(RATE_RULES).sort());
    // A schema of which none was found would pass as well.
    expect(places.length).toBeGreaterThan(25);
  });
});

describe('a change of the rate', () => {
  it('keeps a note, a bed, its fade, an offset and keys of ramps at their time', () => {
    const plan = fullPlan();
    const twice = changeRate(plan, at48);
    expect(twice.notes[0]!.frame).toBe(720);
    expect(seconds(twice.notes[0]!.frame, at48)).toBe(15);
    const bed = twice.effects.find((e) => e.kind === 'bed')!;
    expect(bed).toMatchObject({ from: { frame: 48 }, to: { frame: 192 }, fade: 24 });
    expect(twice.effects.find((e) => e.kind === 'hit')!.at).toMatchObject({ by: -12 });
    expect(twice.ramps[0]!.keys.map(({ at }) => at)).toEqual(
      plan.ramps[0]!.keys.map(({ at }) => 2 * at),
    );
    expect(twice.wishes).toMatchObject({ shortest: 12, handles: 8 });
    expect(PlanSchema.parse(JSON.parse(JSON.stringify(twice)))).toEqual(twice);
  });

  it('and back gives every number that had its time to the frame', () => {
    const plan = fullPlan();
    const back = changeRate(changeRate(plan, at48), at24);
    const { recipes: _a, ...before } = plan;
    const { recipes: _b, ...after } = back;
    expect(after).toEqual(before);
  });

  it('tells what was rounded, by how much, and nothing that was not', () => {
    const plan = fullPlan();
    expect(rateChange(plan, at48).rounded).toEqual([]);
    expect(roundedWords([])).toBe('');
    const { rounded } = rateChange(addNote(plan, frames(361), 'Odd'), at30);
    // 361/24 s lies at 451.25 frames of 30 a second: a quarter of a frame, 8.33 ms.
    const notes = rounded.find(({ what }) => what === 'note')!;
    expect(roundedWords([notes])).toBe(
      `Rounded to the new frames: 1 note by up to ${notes.worstMilliseconds.toFixed(1)} ms.`,
    );
    expect(notes.count).toBe(1);
    expect(notes.worstMilliseconds).toBeCloseTo(1000 / 30 / 4, 6);
    for (const { worstMilliseconds } of rounded)
      expect(worstMilliseconds).toBeLessThanOrEqual(500 / 30 + 1e-9);
  });

  it('shows the same source frames at the same times through a ramp', () => {
    const plan = fullPlan();
    const [before, after] = [plan, changeRate(plan, at48)].map((p) => filmOf(p).shots[4]!);
    // The cuts are rounded anew, by half a frame at most, which at a crest of 400 % is two source
    // frames, and one for rounding.
    const half = (4 * 50) / 48 / 2;
    for (let k = 0; k < before!.length; k++)
      expect(Math.abs(after!.time!.at(2 * k) - before!.time!.at(k))).toBeLessThanOrEqual(half + 1);
  });

  it.each([at25, at30, at48, frameRate(60000, 1001)])(
    'fits own keys to their window: first, peak and rest keep their values at %o',
    (rate) => {
      const plan = setJoinKey(setMove(layOutSteadily(samplePlan()), 3, 'zoom-through'), 3, {
        side: 'out',
        of: 'scale',
        at: -3,
        value: 1.4,
      });
      const changed = changeRate(plan, rate);
      const values = (p: Plan, side: 'out' | 'in') => {
        const join = joinAt(p, 3);
        return joinValues(join)[side].map(({ scale }) => scale);
      };
      for (const side of ['out', 'in'] as const) {
        const [was, is] = [values(plan, side), values(changed, side)];
        expect([is[0], is.at(-1)]).toEqual([was[0], was.at(-1)]);
        expect(Math.max(...is)).toBe(Math.max(...was));
      }
      expect(values(changed, 'out')).toContain(1.4);
    },
  );

  it('keeps the start timecode by its hours, minutes, seconds and part of the second', () => {
    const plan = { ...samplePlan(), start: frames(86_400 + 12) };
    expect(changeRate(plan, at48).start).toBe(2 * (86_400 + 12));
    expect(changeRate(plan, at25).start).toBe(90_000 + 12);
  });
});
