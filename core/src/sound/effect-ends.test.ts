import { describe, expect, it } from 'vitest';
import { faultsOf, mendsOf } from '../faults/index.ts';
import { filmOf } from '../film/film.ts';
import { layOutSteadily } from '../layout/index.ts';
import {
  changeEffect,
  changeEffects,
  cutAnchors,
  keptInPlace,
  looseWords,
  putBed,
  putHit,
  putHits,
  putRiser,
} from '../plan/edits/index.ts';
import { PlanSchema, type Anchor, type Plan } from '../plan/index.ts';
import { changeRecipe, effectsByHand, keepRecipe, putRecipe } from '../recipes/index.ts';
import { setMove } from '../plan/edits/edit-joins.ts';
import { kitEffect, kitMedia, kitSounds, planWithKit } from '../testing/plan-with-effects.ts';
import { frames, instantOfFrame, toNumber } from '../time/index.ts';
import { sampleAt, samplesUsed } from './audio-event.ts';
import { mixed, soundingOf } from './mix.ts';
import { MIX_RATE } from './mix-rate.ts';

const plan = { ...planWithKit(), music: null };
const byMedia = new Map([...kitSounds].map(([id, sound]) => [kitMedia(id), sound]));
const onFrame = (frame: number): Anchor => ({ on: 'frame', frame: frames(frame) });
const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));

/** All effects of a plan from the start of the film, left, for so many seconds. */
function heard(made: Plan, lasts: number): Float32Array {
  const events = filmOf(made).audioEvents.filter(({ of }) => of === 'placement');
  return mixed(
    events.map((event) => soundingOf(event, byMedia.get(event.media!)!)),
    ...([0, Math.round(lasts * MIX_RATE)] as [number, number]),
  )[0];
}
const power = (sound: Float32Array, from: number, to: number) =>
  sound.subarray(from * MIX_RATE, to * MIX_RATE).reduce((sum, x) => sum + x * x, 0) / (to - from);
const only = (made: Plan) => filmOf(made).effects[0]!;
const id = (made: Plan) => made.effects.at(-1)!.id;

describe('a riser that is much longer than its time', () => {
  const riser = kitEffect(plan, 'riser').id;
  // Four seconds of rise in one and a half.
  const made = putRiser(plan, riser, onFrame(60), onFrame(96));

  it('is trimmed at first: at its own speed, from where it is to begin to its peak', () => {
    const { placement, rate, starts, peaks } = only(made);
    expect(placement).toMatchObject({ kind: 'riser', fit: 'trimmed' });
    expect([rate, starts, peaks]).toEqual([1, time(60), time(96)]);
    const left = heard(made, 6);
    expect(left.subarray(0, 2.5 * MIX_RATE).every((x) => x === 0)).toBe(true);
    // It comes in without a click.
    const begins = left.subarray(2.5 * MIX_RATE, 2.51 * MIX_RATE);
    expect(Math.max(...begins.map(Math.abs))).toBeLessThan(0.02);
    const levels = [2.6, 3, 3.4, 3.8].map((t) => power(left, t, t + 0.1));
    expect(levels).toEqual(levels.toSorted((a, b) => a - b));
    expect(PlanSchema.parse(made)).toEqual(made);
  });

  it('can be stretched instead, and one that is shorter than its time is', () => {
    const stretched = only(changeEffect(made, id(made), { fit: 'stretched' }));
    expect(stretched.rate).toBeGreaterThan(2);
    expect([stretched.starts, stretched.peaks].map((t) => Math.round(t * 1000))).toEqual([
      2500, 4000,
    ]);
    expect(only(putRiser(plan, riser, onFrame(0), onFrame(120))).placement).not.toHaveProperty(
      'fit',
    );
  });
});

describe('a hit that is to end somewhere', () => {
  const thump = kitEffect(plan, 'thump').id;
  const hit = putHits(plan, thump, [onFrame(48)]);

  it('has its fall stretched to there, or cut off there without a click', () => {
    const stretched = changeEffect(hit, id(hit), { to: onFrame(72) });
    expect(only(stretched).ends).toBeCloseTo(3, 6);
    expect(only(stretched).peaks).toBeCloseTo(2, 6);
    const trimmed = changeEffect(hit, id(hit), { to: onFrame(51), fit: 'trimmed' });
    expect(only(trimmed)).toMatchObject({ rate: 1 });
    expect(only(trimmed).ends).toBeCloseTo(time(51), 6);
    const left = heard(trimmed, 4);
    const ends = Math.round(time(51) * MIX_RATE);
    expect(left.subarray(ends).every((x) => x === 0)).toBe(true);
    expect(power(left, 2, 2.05)).toBeCloseTo(power(heard(hit, 4), 2, 2.05), 4);
    const steps = left.subarray(ends - 4800, ends + 10).map((x, n, all) => x - (all[n - 1] ?? x));
    expect(Math.max(...steps.map(Math.abs))).toBeLessThan(0.02);
    // Taken back it is as it was.
    expect(changeEffect(trimmed, id(hit), { to: undefined, fit: undefined })).toEqual(hit);
  });
});

describe('an effect backwards', () => {
  it('is its file from the end, its peak on the instant', () => {
    const click = putHits(plan, kitEffect(plan, 'thump').id, [onFrame(48)]);
    const back = changeEffect(click, id(click), { reversed: true, gain: 0 });
    const [forwards, backwards] = [changeEffect(click, id(click), { gain: 0 }), back].map((made) =>
      heard(made, 4),
    );
    const peakOf = (sound: Float32Array) =>
      sound.reduce((top, x, n) => (Math.abs(x) > Math.abs(sound[top]!) ? n : top), 0);
    const [a, b] = [peakOf(forwards!), peakOf(backwards!)];
    expect(Math.abs(b - a)).toBeLessThan(240);
    for (let n = 0; n < 9600; n += 7) expect(backwards![b - n]).toBeCloseTo(forwards![a + n]!, 4);
    const { starts, peaks, ends } = only(back);
    expect(peaks - starts).toBeGreaterThan(ends - peaks);
    const [event] = filmOf(back).audioEvents.filter(({ of }) => of === 'placement');
    const file = kitSounds.get('thump')!.channels[0]!.length;
    expect(sampleAt(event!, peaks)).toBeCloseTo(only(click).effect.measure.peak, 6);
    expect(samplesUsed(event!).to).toBeLessThan(file + MIX_RATE);
  });

  it('can be a bed as well', () => {
    const bed = putBed(
      plan,
      kitEffect(plan, 'room').id,
      { from: onFrame(0), to: onFrame(96) },
      frames(0),
    );
    const back = changeEffect(bed, id(bed), { reversed: true, gain: 0 });
    const file = kitSounds.get('room')!.channels[0]!;
    const { from } = only(back).effect.measure;
    const left = heard(back, 3);
    const last = file.length - 1 - (file.length - only(back).effect.measure.to);
    for (const n of [1000, 48_000, 100_000]) expect(left[n]).toBeCloseTo(file[last - n]!, 4);
    expect(from).toBeGreaterThanOrEqual(0);
  });
});

describe('several effects at once', () => {
  it('take what their kind has, and leave the rest', () => {
    const hits = putHits(plan, kitEffect(plan, 'click').id, cutAnchors(plan, 2, 4));
    const all = putRiser(hits, kitEffect(plan, 'riser').id, onFrame(0), onFrame(90));
    const ids = all.effects.map((placement) => placement.id);
    const made = changeEffects(all, ids, { gain: -12, mark: 'onset' });
    expect(made.effects.map(({ gain }) => gain)).toEqual([-12, -12, -12, -12]);
    expect(made.effects.at(-1)).not.toHaveProperty('mark');
    expect(PlanSchema.parse(made)).toEqual(made);
  });
});

describe('effects whose cut is gone', () => {
  const click = kitEffect(plan, 'click').id;
  const hits = putHits(plan, click, cutAnchors(plan, 2, 6));
  const riser = putRiser(hits, kitEffect(plan, 'riser').id, onFrame(0), cutAnchors(plan, 3, 3)[0]!);
  const anew = keptInPlace(riser, layOutSteadily({ ...riser, pace: '50f' }));
  const loose = anew.effects.filter((placement) => JSON.stringify(placement).includes('loose'));

  it('stay on their frames and go on sounding, and it is said', () => {
    expect(loose.length).toBeGreaterThan(2);
    const was = new Map(filmOf(riser).effects.map((facts) => [facts.placement.id, facts.at.frame]));
    expect(filmOf(anew).effects).toHaveLength(6);
    for (const facts of filmOf(anew).effects)
      if (loose.includes(facts.placement)) expect(facts.at.frame).toBe(was.get(facts.placement.id));
    expect(looseWords(riser, anew)).toBe(
      `${loose.length} effects are not tied to cuts or sounds any more, and stay on their frames.`,
    );
    expect(looseWords(anew, anew)).toBe('');
    expect(PlanSchema.parse(anew)).toEqual(anew);
  });

  it('are offered the nearest cuts, by counting, or their frames', () => {
    const faults = faultsOf(anew).filter(({ code }) => code === 'effect-lost');
    expect(faults).toHaveLength(2);
    const clicks = mendsOf(
      anew,
      faults.find(({ target }) => target === click)!,
    );
    expect(clicks.map(({ label }) => label.replace(/\d+/, 'n'))).toEqual([
      'Put each on the nearest cut',
      'Leave them on their frames',
      'Take all n out',
    ]);
    const cuts = filmOf(anew).joins.map(({ frame }) => frame as number);
    const put = clicks[0]!.plan;
    for (const { placement } of filmOf(anew).effects.filter((f) => f.effect.id === click)) {
      const [before, after] = [anew, put].map(
        (made) => filmOf(made).effects.find((f) => f.placement.id === placement.id)!.at.frame,
      );
      if (!loose.includes(placement)) continue;
      const least = Math.min(...cuts.map((cut) => Math.abs(cut - before!)));
      expect(Math.abs(after! - before!)).toBe(least);
      expect(cuts).toContain(after);
    }
    for (const { plan: mended } of clicks)
      expect(
        faultsOf(mended).filter((f) => f.target === click && f.code === 'effect-lost'),
      ).toEqual([]);
  });
});

describe('a recipe with a riser and a bed', () => {
  const whoosh = kitEffect(plan, 'whoosh-hard').id;
  const [cut] = cutAnchors(plan, 6, 6);
  const shot = cut?.on === 'cut' ? cut.shot : '';
  const withRiser = putRiser(
    putHit(setMove(plan, 6, 'zoom-through'), kitEffect(plan, 'thump').id, 6),
    kitEffect(plan, 'riser').id,
    { on: 'cut', shot, by: -60 },
    { on: 'cut', shot, by: 0 },
  );
  const all = putBed(
    withRiser,
    kitEffect(plan, 'room').id,
    { from: { on: 'cut', shot, by: 2 }, to: { on: 'cut', shot, by: 50 } },
    frames(12),
  );
  const kept = keepRecipe(all, 6, 'Up and away');
  const recipe = kept.recipes[0]!.id;

  it('puts them at other cuts as far from them, and follows changes', () => {
    expect(kept.recipes[0]!.effects!.map(({ kind }) => kind ?? 'hit')).toEqual([
      'hit',
      'riser',
      'bed',
    ]);
    const put = putRecipe(kept, recipe, [9]);
    const start = put.score!.shots[9]!.start;
    const there = filmOf(put).effects.filter(({ at }) => at.cut === 9);
    const spans = there.map(({ at, other }) => [at.frame - start, other && other.frame - start]);
    expect(spans).toEqual([
      [0, null],
      [0, -60],
      [2, 50],
    ]);
    expect(effectsByHand(put, 9)).toBe(false);
    const byHand = changeEffect(put, there[2]!.placement.id, { fade: 20 });
    expect(effectsByHand(byHand, 9)).toBe(true);
    expect(PlanSchema.parse(put)).toEqual(put);
    const gone = changeRecipe(put, recipe, {}, 6);
    expect(filmOf(gone).effects.filter(({ at }) => at.cut === 9)).toHaveLength(3);
  });

  it('varies its hits where it repeats, which is no change by hand', () => {
    const put = putRecipe(kept, recipe, [9, 12, 15]);
    const rates = filmOf(put)
      .effects.filter(({ effect }) => effect.name === 'Thump')
      .map(({ rate }) => rate);
    expect(new Set(rates).size).toBe(4);
    expect([6, 9, 12, 15].map((n) => effectsByHand(put, n))).toEqual([false, false, false, false]);
    // One that fills its window varies in pitch.
    const windowed = keepRecipe(putHit(setMove(plan, 6, 'zoom-through'), whoosh, 6), 6, 'Air');
    const twice = putRecipe(windowed, windowed.recipes[0]!.id, [9]);
    const [a, b] = filmOf(twice).effects;
    expect([a!.ends - a!.starts, b!.ends - b!.starts].map((s) => s.toFixed(3))).toEqual(
      Array(2).fill((a!.ends - a!.starts).toFixed(3)),
    );
    expect(b!.semitones).not.toBe(a!.semitones);
  });
});
