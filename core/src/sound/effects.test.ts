import { anchorNear } from '../film/anchor-places.ts';
import { filmOf } from '../film/film.ts';
import { describe, expect, it } from 'vitest';
import { setMove, setWindow } from '../plan/edits/edit-joins.ts';
import { layOutSteadily } from '../layout/index.ts';
import { moveCut } from '../plan/edits/edit-cuts.ts';
import { PlanSchema, type Plan } from '../plan/index.ts';
import { frames, instantOfFrame, samples, toNumber, semitonesOfRate } from '../time/index.ts';
import { audibleLength } from './effect-rate.ts';
import {
  addEffectFile,
  changeEffect,
  cutAnchors,
  putBed,
  putHit,
  putRiser,
  putRun,
  removeEffects,
  removeEffectFile,
  renameEffectFile,
  VARIATION,
} from '../plan/edits/edit-effects.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';

const plan = planWithKit();
const whoosh = kitEffect(plan, 'whoosh-hard');
const only = (made: Plan) => {
  const facts = filmOf(made).effects;
  expect(facts).toHaveLength(1);
  return facts[0]!;
};
const cutTime = (made: Plan, cut: number) =>
  toNumber(instantOfFrame(made.score!.shots[cut]!.start, made.rate));

describe('an effect on a cut', () => {
  it('peaks on the cut and goes with it when it moves', () => {
    const made = putHit(plan, whoosh.id, 3);
    expect(only(made).peaks).toBeCloseTo(cutTime(made, 3), 9);
    const moved = moveCut(made, 3, frames(made.score!.shots[3]!.start + 4));
    expect(only(moved).peaks).toBeCloseTo(cutTime(made, 3) + 4 / 24, 9);
    expect(PlanSchema.parse(JSON.parse(JSON.stringify(made)))).toEqual(made);
  });

  it('stays on its cut in a new layout that has it as well, whatever its number', () => {
    const made = putHit(plan, whoosh.id, 6);
    const start = made.score!.shots[6]!.start;
    const halved = layOutSteadily({ ...made, pace: '1 bar' });
    const there = halved.score!.shots.findIndex((shot) => shot.start === start);
    expect(there).toBeGreaterThan(0);
    expect(there).not.toBe(6);
    expect(only(halved).at).toMatchObject({ cut: there, frame: start });
    expect(new Set(halved.score!.shots.map(({ id }) => id)).size).toBe(halved.score!.shots.length);
  });

  it('is fitted to the window, higher by 12·log₂ of its rate; with its pitch kept it stays', () => {
    const joined = setMove(plan, 3, 'plain');
    const put = putHit(joined, whoosh.id, 3);
    const made = changeEffect(put, put.effects[0]!.id, { rate: 'window' });
    const { rate, semitones, starts, ends } = only(made);
    expect(ends - starts).toBeCloseTo(12 / 24, 6);
    expect(rate).toBeCloseTo(audibleLength(whoosh) / 0.5, 9);
    expect(semitones).toBeCloseTo(12 * Math.log2(rate), 9);
    const id = made.effects[0]!.id;
    expect(only(changeEffect(made, id, { pitch: 0 })).semitones).toBe(0);
    // Equal temperament: a rate of 2 is an octave, of 0.8 is 3.863 semitones lower; 12·log₂ 0.8, by
    // hand.
    expect(semitonesOfRate(2)).toBe(12);
    expect(semitonesOfRate(0.8)).toBeCloseTo(-3.8631, 4);
  });

  it('sounds as filed on a window, whatever its length, until the person fits it', () => {
    for (const move of ['zoom-through', 'plain', 'slide', 'hinge'] as const)
      for (const id of ['click', 'thump', 'riser', 'room'])
        expect(only(putHit(setMove(plan, 3, move), kitEffect(plan, id).id, 3)).rate).toBe(1);
  });

  it('is fitted where it is a whoosh of the kit, by no more than an octave', () => {
    const rateOver = (n: number) => {
      const joined = setWindow(setMove(plan, 3, 'plain'), 3, n / 2, n / 2);
      return only(putHit(joined, kitEffect(plan, 'whoosh-soft').id, 3)).rate;
    };
    // 1.2 s at most, of which a bit less can be heard: into half a second at double rate, into a
    // whole one nearly as filed.
    expect(rateOver(4)).toBe(2);
    expect(rateOver(12)).toBe(2);
    expect(rateOver(24)).toBeGreaterThan(1);
    expect(rateOver(24)).toBeLessThan(1.25);
    const hard = setWindow(setMove(plan, 3, 'plain'), 3, 13, 13);
    expect(only(putHit(hard, whoosh.id, 3)).rate).toBe(0.5);
  });

  it('sets in on the cut where it goes by its onset', () => {
    const made = putHit(plan, whoosh.id, 3);
    const { starts, peaks } = only(changeEffect(made, made.effects[0]!.id, { mark: 'onset' }));
    const { measure } = whoosh;
    expect(peaks - cutTime(made, 3)).toBeCloseTo((measure.peak - measure.onset) / 48_000, 9);
    expect(starts - cutTime(made, 3)).toBeCloseTo((measure.from - measure.onset) / 48_000, 9);
  });

  it('is told to be gone with its cut, and not heard', () => {
    const made = putHit(plan, whoosh.id, 3);
    const shots = made.score!.shots.filter((_, i) => i !== 3);
    expect(filmOf({ ...made, score: { ...made.score!, shots } }).effects).toEqual([]);
  });

  it('cannot be put on no cut, nor be an effect that is not there', () => {
    expect(() => putHit(plan, whoosh.id, 0)).toThrow('There is no cut 0.');
    expect(() => putHit(plan, whoosh.id, 4000)).toThrow('There is no cut 4000.');
    expect(() => putHit(plan, 'effect-99', 3)).toThrow('not in the plan');
    expect(() => putRun(plan, whoosh.id, cutAnchors(plan, 5, 4))).toThrow('A run needs something');
    const wrong = { ...plan, effects: putHit(plan, whoosh.id, 3).effects, effectFiles: [] };
    expect(PlanSchema.safeParse(wrong).error?.issues[0]?.message).toBe(
      'Effect 1 uses a file that is not in the plan.',
    );
  });
});

describe('a riser', () => {
  const riser = kitEffect(plan, 'riser');
  it('lasts from a bar line to its peak, to the sample', () => {
    const made = putRiser(
      plan,
      riser.id,
      { on: 'frame', frame: frames(24) },
      { on: 'sound', sound: plan.music!.id, at: samples(216_000) },
    );
    const { starts, peaks, rate } = only(made);
    expect(starts).toBeCloseTo(1, 9);
    const placed = (216_000 - plan.music!.region.in) / 48_000;
    expect(peaks).toBeCloseTo(placed, 9);
    expect(rate).toBeCloseTo((riser.measure.peak - riser.measure.from) / 48_000 / (placed - 1), 9);
  });
});

describe('a run', () => {
  it('puts one on each cut of a range, no two neighbours alike, and goes as a whole', () => {
    const made = putRun(plan, kitEffect(plan, 'click').id, cutAnchors(plan, 4, 9));
    expect(made.effects).toHaveLength(6);
    expect(new Set(made.effects.map((a) => a.run)).size).toBe(1);
    const rates = filmOf(made).effects.map((a) => a.rate);
    rates.slice(1).forEach((rate, i) => expect(rate).not.toBe(rates[i]));
    expect(rates.slice(0, 4)).toEqual(VARIATION.map(({ num, den }) => num / den));
    expect(
      removeEffects(
        made,
        made.effects.map((a) => a.id),
      ).effects,
    ).toEqual([]);
    const again = putRun(made, kitEffect(plan, 'click').id, cutAnchors(made, 12, 13));
    expect(new Set(again.effects.map((a) => a.run)).size).toBe(2);
    expect(new Set(again.effects.map((a) => a.id)).size).toBe(8);
  });
});

describe('a bed', () => {
  it('lies from one cut to another, with half its fade beyond either', () => {
    const [from, to] = [
      anchorNear(plan, plan.score!.shots[2]!.start),
      anchorNear(plan, frames(plan.score!.shots[8]!.start + 3)),
    ];
    expect(to).toEqual({ on: 'cut', shot: plan.score!.shots[8]!.id, by: 3 });
    const made = putBed(plan, kitEffect(plan, 'room').id, { from, to }, frames(24));
    const { starts, ends, rate, semitones } = only(made);
    expect(starts).toBeCloseTo(cutTime(made, 2) - 0.5, 9);
    expect(ends).toBeCloseTo(cutTime(made, 8) + 3 / 24 + 0.5, 9);
    expect([rate, semitones]).toEqual([1, 0]);
  });
});

describe('the level advised', () => {
  it('puts a whoosh 7 LU under the short-term loudness of the music, and says why', () => {
    const shortTerm = Array.from({ length: 60 }, () => -14.2);
    const music = {
      ...plan.music!,
      found: { ...plan.music!.found, loudness: { ...plan.music!.found.loudness, shortTerm } },
    };
    const made = putHit({ ...plan, music }, whoosh.id, 3);
    const { gain, advice } = only(made);
    expect(gain + whoosh.measure.loudness!).toBeCloseTo(-21.2, 1);
    expect(advice.reason).toMatch(
      /^The music has −14\.2 LUFS there, the effect −\d+\.\d: −?\d+\.\d dB puts it 7 LU under\.$/,
    );
    // Music that is turned down takes its effects with it.
    const softer = only({ ...made, music: { ...music, gain: -6 } });
    expect(softer.gain).toBeCloseTo(gain - 6, 1);
    expect(only(changeEffect(made, made.effects[0]!.id, { gain: -3 })).gain).toBe(-3);
  });

  it('leaves the highest sample 3 dB, and goes by EBU R 128 where no music is', () => {
    const loud = { ...plan.music!, gain: 20 };
    const { advice } = only(
      putHit(
        {
          ...plan,
          music: {
            ...loud,
            found: { ...loud.found, loudness: { ...loud.found.loudness, shortTerm: [-5] } },
          },
        },
        whoosh.id,
        3,
      ),
    );
    expect(advice.gain).toBeCloseTo(-3 - whoosh.measure.top!, 1);
    expect(advice.reason).toContain('its peak leaves −2.0 dB');
    const alone = only(putHit({ ...plan, music: null }, whoosh.id, 3));
    expect(alone.gain + whoosh.measure.loudness!).toBeCloseTo(-30, 1);
    expect(alone.advice.reason).toContain('No music there');
  });
});

describe('effects', () => {
  it('are known again by their content, renamed, and taken out with their effects', () => {
    const { id: _id, ...file } = whoosh;
    const again = addEffectFile(plan, { ...file, name: 'Another name' });
    expect(again.effectFiles).toEqual(plan.effectFiles);
    const made = putHit(plan, whoosh.id, 3);
    expect(
      renameEffectFile(made, whoosh.id, ' Flick ').effectFiles.find((e) => e.id === whoosh.id)!
        .name,
    ).toBe('Flick');
    const without = removeEffectFile(made, whoosh.id);
    expect(without.effects).toEqual([]);
    expect(without.effectFiles).toHaveLength(plan.effectFiles.length - 1);
    expect(filmOf(without).shots).toHaveLength(filmOf(plan).shots.length);
  });
});
