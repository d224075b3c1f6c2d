import { filmOf } from '../film/film.ts';
import { describe, expect, it } from 'vitest';
import { loudnessOf, truePeakIn, weightedPowerMeter } from '../listen/index.ts';
import type { Plan } from '../plan/index.ts';
import { frames, samples } from '../time/index.ts';
import { aimLoudness } from '../plan/edits/edit-levels.ts';
import { changeEffect, putHit } from '../plan/edits/edit-effects.ts';
import { mixed, soundingOf } from './mix.ts';
import { MIX_RATE } from './mix-rate.ts';
import { loudnessAdvice } from './film-loudness.ts';
import { sumFor, sumOf, SUMMED, turnAll, type SumLevel } from './sum.ts';
import { measureSum, type BlockLevel } from './sum-meter.ts';
import { kitEffect, kitMedia, kitSounds, planWithKit } from '../testing/plan-with-effects.ts';
import { heardLength } from './audio-events.ts';

/** A plan with thumps on some cuts and no music, since its file is not there. */
const thumping = (cuts: readonly number[]): Plan => {
  const plan = planWithKit();
  const thump = kitEffect(plan, 'thump').id;
  return cuts.reduce<Plan>((made, cut) => putHit(made, thump, cut), {
    ...plan,
    music: null,
    sounds: [],
  });
};

const sounds = new Map([...kitSounds].map(([id, decoded]) => [kitMedia(id), decoded]));

/** Measures the sum of a plan, and counts the blocks that were mixed. */
function measured(
  plan: Plan,
  known = new Map<string, BlockLevel>(),
): { level: SumLevel; mixes: number } {
  const events = filmOf(plan).audioEvents.filter(({ of }) => SUMMED.includes(of));
  const soundings = events.map((event) => soundingOf(event, sounds.get(event.media!)!));
  let mixes = 0;
  const mix = (from: number, count: number) => (mixes++, mixed(soundings, from, count));
  const blocks = measureSum(events, samples(Math.round(heardLength(plan) * MIX_RATE)), mix, known);
  for (;;) {
    const { done, value } = blocks.next();
    if (done) return { level: value, mixes };
  }
}

describe('the sum of all that sounds', () => {
  it('comes block by block to what one pass over all of it comes to', () => {
    const plan = thumping([2, 5, 6, 9]);
    const events = filmOf(plan).audioEvents.filter(({ of }) => SUMMED.includes(of));
    const soundings = events.map((event) => soundingOf(event, sounds.get(event.media!)!));
    const whole = mixed(soundings, 0, Math.round(heardLength(plan) * MIX_RATE));
    const powers = whole.map((side) => {
      const meter = weightedPowerMeter(MIX_RATE);
      meter.take(side);
      return meter.end();
    });
    const { level } = measured(plan);
    const top = whole[0].reduce((most, x) => Math.max(most, Math.abs(x)), 0);
    expect(level.top).toBeCloseTo(20 * Math.log10(top), 9);
    expect(level.topAt).toBeCloseTo(whole[0].findIndex((x) => Math.abs(x) === top) / MIX_RATE, 9);
    expect(Math.abs(level.loudness - loudnessOf(powers).integrated)).toBeLessThan(0.001);
    const reach = 16;
    const peaks = whole.map((side) => truePeakIn(side, -reach, side.length + reach));
    expect(level.truePeak).toBeCloseTo(20 * Math.log10(Math.max(...peaks)), 9);
  });

  it('is mixed again only where something else sounds', () => {
    const known = new Map<string, BlockLevel>();
    const plan = thumping([2, 9]);
    const first = measured(plan, known);
    expect(measured(plan, known)).toEqual({ level: first.level, mixes: 0 });
    const louder = changeEffect(plan, plan.effects[1]!.id, { gain: -3 });
    const again = measured(louder, known);
    expect(again.mixes).toBeGreaterThan(0);
    expect(again.mixes).toBeLessThan(first.mixes);
    expect(again.level).toEqual(measured(louder).level);
  });

  it('of silence has no loudness', () => {
    const { level } = measured(thumping([]));
    expect(level).toMatchObject({ top: -180, topAt: 0, loudness: -Infinity });
    expect(loudnessAdvice(level, { loudness: -23, truePeak: -1 })).toBeNull();
  });

  it('comes to the loudness that is aimed at by the gain that is advised, or as far as its peak lets it', () => {
    const plan = thumping([2, 5, 6, 9, 12]);
    const before = measured(plan).level;
    const soft = loudnessAdvice(before, { loudness: before.loudness - 6.04, truePeak: -1 })!;
    expect(soft).toEqual({ by: -6, missing: 0 });
    const after = measured(turnAll(plan, soft.by)).level;
    expect(after.loudness).toBeCloseTo(before.loudness - 6, 3);
    const loud = loudnessAdvice(before, { loudness: before.loudness + 40, truePeak: -1 })!;
    expect(loud.by + loud.missing).toBeCloseTo(40, 6);
    const peak = before.truePeak + loud.by;
    expect(peak).toBeLessThanOrEqual(-1);
    expect(peak).toBeGreaterThan(-1.11);
    expect(aimLoudness(plan, { loudness: -23, truePeak: -1 }).loudness).toEqual({
      ...{ loudness: -23, truePeak: -1 },
    });
    expect(() => aimLoudness(plan, { loudness: 3, truePeak: -1 })).toThrow('−60 to 0 LUFS');
  });

  it('is told of a plan in which the same sounds, all of it louder by as much, and of no other', () => {
    const plan = thumping([2, 5]);
    const { level } = measured(plan);
    const sum = { ...level, of: sumOf(plan), silent: [] };
    expect(sumFor({ ...plan, name: 'Another name' }, sum)).toEqual(level);
    const softer = turnAll(plan, -2.5);
    const told = sumFor(softer, sum)!;
    expect(told.top).toBeCloseTo(level.top - 2.5, 9);
    expect(told.top).toBeCloseTo(measured(softer).level.top, 4);
    expect(told.loudness).toBeCloseTo(measured(softer).level.loudness, 4);
    expect(sumFor(changeEffect(plan, plan.effects[0]!.id, { gain: -30 }), sum)).toBeNull();
    expect(sumFor(changeEffect(plan, plan.effects[0]!.id, { off: true }), sum)).toBeNull();
    // Of a longer film with the same voices, more is heard.
    const longer = { ...plan, score: { ...plan.score!, length: frames(plan.score!.length + 48) } };
    expect(sumFor(longer, sum)).toBeNull();
  });

  it('keeps levels within what a plan may hold when all is turned down', () => {
    const plan = thumping([2]);
    expect(turnAll(plan, -200).effects[0]!.gain).toBe(-90);
    const off = changeEffect(plan, plan.effects[0]!.id, { off: true });
    expect(turnAll(off, -3).effects).toEqual(off.effects);
  });
});
