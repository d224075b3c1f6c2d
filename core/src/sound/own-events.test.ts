import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faultsOf, mendedBy } from '../faults/index.ts';
import { filmOf } from '../film/film.ts';
import { leftOut } from '../handoff/index.ts';
import { fitOwnLevels, hearClip, soundShots } from '../plan/edits/own-sound.ts';
import { slipShot, swapShots } from '../plan/edits/edit-shots.ts';
import { correctClipRate } from '../plan/edits/correct-clip-rate.ts';
import { changeRate } from '../plan/edits/change-rate.ts';
import { PlanSchema, type ClipSound, type Plan, type Ramp } from '../plan/index.ts';
import { planOfParts, type Part } from '../testing/joined-plans.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { stepped } from '../testing/stepped.ts';
import { frameRate, rational, samples, USUAL_RATES, type FrameRate } from '../time/index.ts';
import { sampleAt, samplesUsed } from './audio-event.ts';
import { MIX_RATE } from './mix-rate.ts';
import { sampleOfSource } from './own-events.ts';
import { ownLevels } from './own-levels.ts';
import { ownHandlesOf } from './own-handles.ts';
import { mixed, soundingOf } from './mix.ts';
import { turnAll } from './sum.ts';

const SILENT = {
  ...{ hits: [], words: [], pauses: [] },
  loudness: { integrated: null, momentaryMaximum: null, shortTermMaximum: null, shortTerm: [] },
};
const sounding = (rate: FrameRate, over: Partial<ClipSound>): ClipSound => ({
  ...{ media: 'a'.repeat(64), outline: null, sampleRate: 48_000, channels: 1 },
  ...{ length: samples(48_000 * 600), start: 0, rate, tracks: 1, heard: SILENT },
  ...over,
});

/** A plan whose clips all have a sound and are heard. */
function heardPlan(rate: FrameRate, parts: readonly Part[], over: Partial<ClipSound> = {}): Plan {
  const plan = planOfParts(rate, parts);
  return {
    ...plan,
    clips: plan.clips.map((clip) => ({
      ...clip,
      sound: sounding(clip.rate, over),
      heard: { on: true, gain: 0 },
    })),
  };
}
const own = (plan: Plan) => filmOf(plan).audioEvents.filter(({ of }) => of === 'own');

describe('the own sound of a shot', () => {
  it('is where its pictures are, at any rates and speeds, by stepping', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: 55, max: 190 }),
        fc.boolean(),
        fc.integer({ min: -4800, max: 4800 }),
        (rate, source, percent, ramped, start) => {
          const speed = { num: percent, den: 100 };
          const ramp: Ramp = [
            { from: 'start', at: 0, speed, ease: 'ease-in-out' },
            { from: 'end', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
          ];
          const plan = heardPlan(
            rate,
            [
              { length: 30, in: 500, frames: 9000, rate: source },
              {
                ...{ length: 60, in: 700, frames: 9000, rate: source },
                ...(ramped ? { ramp } : { speed: rational(percent, 100) }),
              },
            ],
            { start },
          );
          const event = own(plan).find(({ id }) => id === 's1')!;
          const stride = (source.num * rate.den) / (source.den * rate.num);
          const steady: Ramp = [{ from: 'start', at: 0, speed, ease: 'linear' }];
          const positions = stepped(ramped ? ramp : steady, 60, { sourceIn: 700, stride });
          for (const k of [0, 1, 29, 30, 59]) {
            const at = ((30 + k) * rate.den) / rate.num;
            const should = start + (positions[k]! * source.den * 48_000) / source.num;
            // Within half a millisecond, where an area is not exact.
            expect(Math.abs(sampleAt(event, at) - should)).toBeLessThan(24);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('is silent where it stands or is too fast, and goes backwards with its pictures', () => {
    const fast: Ramp = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'steps(1)' },
      { from: 'start', at: 24, speed: { num: 4, den: 1 }, ease: 'steps(1)' },
      { from: 'start', at: 36, speed: { num: 0, den: 1 }, ease: 'steps(1)' },
      { from: 'start', at: 48, speed: { num: -1, den: 1 }, ease: 'linear' },
    ];
    const plan = heardPlan(frameRate(24), [{ length: 72, in: 100, frames: 900, ramp: fast }]);
    const [first, back] = own(plan);
    expect(own(plan)).toHaveLength(2);
    expect([first!.starts, first!.ends]).toEqual([0, 1]);
    expect([back!.starts, back!.ends]).toEqual([2, 3]);
    expect(back!.rate).toBeCloseTo(-1, 9);
    // 24 + 48 frames on, and back a second.
    expect(sampleAt(back!, 2)).toBeCloseTo(172 * 2000, 3);
    expect(sampleAt(back!, 3)).toBeCloseTo(148 * 2000, 3);
    const { from, to } = samplesUsed(back!);
    expect([Math.round(from), Math.round(to)]).toEqual([148 * 2000, 172 * 2000]);
  });

  it('leads and lags by frames, reaches over cuts, and ends with its file', () => {
    const parts = [
      { length: 48, in: 100, frames: 2000 },
      { length: 48, in: 300, frames: 2000 },
      { length: 48, in: 10, frames: 2000 },
    ];
    const plan = soundShots(heardPlan(frameRate(24), parts), [1], { lead: 10, lag: 6 });
    const [, middle, last] = own(plan);
    // A frame more on either side, in which it comes and goes.
    expect(middle!.starts * 24).toBeCloseTo(37, 9);
    expect(middle!.ends * 24).toBeCloseTo(103, 9);
    expect(middle!.fadeIn * 24).toBeCloseTo(2, 9);
    expect(sampleAt(middle!, 38 / 24)).toBeCloseTo(290 * 2000, 3);
    const faded = soundShots(plan, [1], { fadeIn: 12, fadeOut: 0 });
    expect(own(faded)[1]).toMatchObject({ fadeIn: 0.5, fadeOut: 0 });
    expect(own(faded)[1]!.starts * 24).toBeCloseTo(38, 9);
    // At the start of the film there is nothing to go over from; a fade that was typed stays.
    expect(own(plan)[0]).toMatchObject({ starts: 0, fadeIn: 0.01 });
    expect(own(soundShots(plan, [0], { fadeIn: 6 }))[0]!.fadeIn).toBeCloseTo(0.25, 9);
    const late = {
      ...plan,
      clips: plan.clips.map((clip) => ({
        ...clip,
        sound: { ...clip.sound!, start: -100 * 2000 - 4000 },
      })),
    };
    // Its sound begins two frames after its pictures: it comes in there as was typed.
    const typed = own(soundShots(late, [0], { fadeIn: 6 }))[0]!;
    expect([typed.starts * 24, typed.fadeIn]).toEqual([expect.closeTo(2, 6), 0.25]);
    // Ten source frames are all there is before the third.
    const lead = soundShots(plan, [2], { lead: 40 });
    expect(own(lead).at(-1)!.starts * 24).toBeCloseTo(96 - 10, 6);
    expect(last!.ends * 24).toBeCloseTo(144, 9);
    // That is told, with the mend that does away with it.
    expect(ownHandlesOf(filmOf(lead).shots[2]!)!.lead).toEqual({ needs: 40, has: 10 });
    const told = faultsOf(lead).filter(({ code }) => code === 'sound-short');
    expect(told.map(({ message }) => message)).toEqual([
      'The sound of Shot 3 at 01:00:04:00 is to be heard 40 frames before its picture, and its file has 10.',
    ]);
    const mended = mendedBy(lead, told[0]!, 'Let it lead by 10 frames');
    expect(faultsOf(mended).some(({ code }) => code === 'sound-short')).toBe(false);
    expect(PlanSchema.parse(lead)).toEqual(lead);
    // Taken back, it is as it was.
    expect(soundShots(lead, [2], { lead: null })).toEqual(plan);
  });

  it('stays beside its pictures where the clip is given another rate', () => {
    const plan = heardPlan(frameRate(24), [
      { length: 48, in: 100, frames: 2000, rate: frameRate(48) },
    ]);
    const slowed = correctClipRate(plan, 'c0', frameRate(24));
    // Shot at 48 and given 24: its pictures take twice as long, and so does its sound.
    expect(own(slowed)[0]!.rate).toBeCloseTo(0.5, 9);
    expect(sampleAt(own(slowed)[0]!, 1)).toBeCloseTo(
      sampleOfSource({ ...slowed.clips[0]!, sound: plan.clips[0]!.sound! }, 124),
      3,
    );
  });

  it('is off unless its clip or the shot says so, goes along with its clip, and is turned', () => {
    const parts = [
      { length: 48, in: 100, frames: 2000 },
      { length: 48, in: 300, frames: 2000 },
    ];
    const plan = heardPlan(frameRate(24), parts);
    const off = hearClip(plan, 'c1', null);
    expect(own(off).map(({ id }) => id)).toEqual(['s0']);
    const on = soundShots(off, [1], { on: true, gain: -6 });
    expect(own(on).map(({ gain }) => gain)).toEqual([0, -6]);
    expect(own(soundShots(plan, [0], { on: false }))).toHaveLength(1);
    for (const format of ['edl', 'otio'] as const)
      expect(leftOut(on, format).join()).toContain('The own sound of 2 shots');
    expect(leftOut(hearClip(off, 'c0', null), 'edl').join(' ')).not.toContain('own sound');
    expect(own(turnAll(on, 2)).map(({ gain }) => gain)).toEqual([2, -4]);
    expect(slipShot(on, 1, 4).score!.shots[1]!.sound).toEqual({ on: true, gain: -6 });
    expect(swapShots(on, 0, 1).score!.shots[0]!.sound).toEqual({ on: true, gain: -6 });
    const led = soundShots(on, [1], { lead: 12 });
    expect(changeRate(led, frameRate(48)).score!.shots[1]!.sound!.lead).toBe(24);
    const mute = { ...plan, clips: plan.clips.map(({ sound: _gone, ...clip }) => clip) };
    expect(own(mute)).toEqual([]);
    expect(() => soundShots(mute, [0], { on: true })).toThrow('None of these shots has a sound');
    expect(() => hearClip(mute, 'c0', { on: true, gain: 0 })).toThrow('has no sound of its own');
  });
});

describe('the mix of own sound', () => {
  const tone = (hertz: number, seconds: number) =>
    Float32Array.from(
      { length: seconds * 48_000 },
      (_, n) => 0.5 * Math.sin((2 * Math.PI * hertz * n) / 48_000),
    );
  const mix = (plan: Plan, sound: Float32Array) => {
    const decoded = { channels: [sound], sampleRate: 48_000, from: 0 };
    const length = (plan.score!.length as number) * (MIX_RATE / 24);
    return mixed(
      own(plan).map((event) => soundingOf(event, decoded)),
      0,
      length,
    )[0];
  };

  it('has a click that is filmed on a frame on the instant of that frame, under a ramp as well', () => {
    const sound = new Float32Array(48_000 * 20);
    // On the middle of source frame 240, ten seconds in.
    sound[241 * 2000 - 1000] = 1;
    const ramp: Ramp = [
      { from: 'start', at: 0, speed: { num: 1, den: 2 }, ease: 'linear' },
      { from: 'end', at: 0, speed: { num: 2, den: 1 }, ease: 'linear' },
    ];
    const plan = heardPlan(frameRate(24), [{ length: 96, in: 200, frames: 480, ramp }], {
      length: samples(sound.length),
    });
    const out = mix(plan, sound);
    const at = out.reduce((top, x, n) => (Math.abs(x) > Math.abs(out[top]!) ? n : top), 0);
    // v(k) = 0.5 + 1.5k/96 goes 40.5 frames in k: 0.5k + 0.75k²/96 = 40.5.
    const k = (-0.5 + Math.sqrt(0.25 + (4 * 0.75 * 40.5) / 96)) / ((2 * 0.75) / 96);
    // Within a millisecond.
    expect(Math.abs(at / MIX_RATE - k / 24)).toBeLessThan(0.001);
  });

  it('does not click at cuts: no step is larger than those of the sounds themselves', () => {
    const parts = [0, 1, 2, 3].map((i) => ({ length: 24, in: 31 + 58 * i, frames: 480 }));
    const plan = heardPlan(frameRate(24), parts, { length: samples(48_000 * 20) });
    const out = mix(plan, tone(440, 20));
    const largest = (from: number, to: number) => {
      let most = 0;
      for (let n = from + 1; n < to; n++) most = Math.max(most, Math.abs(out[n]! - out[n - 1]!));
      return most;
    };
    const inside = largest(10_000, 40_000);
    for (const cut of [1, 2, 3])
      expect(largest(cut * 48_000 - 5000, cut * 48_000 + 5000)).toBeLessThan(1.5 * inside);
    // Cut hard it would: the test can fail.
    const hard = soundShots(plan, [0, 1, 2, 3], { fadeIn: 0, fadeOut: 0 });
    const cutHard = mix(hard, tone(440, 20));
    const step = Math.abs(cutHard[48_000]! - cutHard[47_999]!);
    expect(step).toBeGreaterThan(2 * inside);
  });

  it('keeps its pitch at another speed where that is wished', () => {
    const plan = heardPlan(
      frameRate(24),
      [{ length: 96, in: 48, frames: 480, speed: rational(3, 2) }],
      { length: samples(48_000 * 20) },
    );
    /** Hertz by how often it comes up through nothing. */
    const pitch = (out: Float32Array) => {
      let ups = 0;
      for (let n = 48_000; n < 144_000; n++) if (out[n - 1]! < 0 && out[n]! >= 0) ups++;
      return ups / 2;
    };
    expect(pitch(mix(plan, tone(440, 20)))).toBeCloseTo(660, -1);
    const stays = soundShots(plan, [0], { pitch: 'stays' });
    expect(pitch(mix(stays, tone(440, 20)))).toBeCloseTo(440, -1);
  });

  it('keeps its pitch under a ramp and backwards where that is wished, its attacks within 20 ms', () => {
    const ramp: Ramp = [
      { from: 'start', at: 0, speed: { num: 3, den: 5 }, ease: 'linear' },
      { from: 'end', at: 0, speed: { num: 9, den: 5 }, ease: 'linear' },
    ];
    const ramped = heardPlan(frameRate(24), [{ length: 96, in: 120, frames: 480, ramp }]);
    const back = heardPlan(frameRate(24), [{ length: 96, in: 120, frames: 480 }]);
    const [shot] = back.score!.shots;
    const turned = {
      ...back,
      score: { ...back.score!, shots: [{ ...shot!, speed: { num: -3, den: 4 } }] },
    };
    /** Upward crossings of zero a second, over half a second from `from` on. */
    const pitch = (out: Float32Array, from: number) => {
      const part = out.subarray(from * MIX_RATE, (from + 0.5) * MIX_RATE);
      return 2 * part.filter((x, n) => n > 0 && part[n - 1]! < 0 && x >= 0).length;
    };
    for (const plan of [ramped, turned]) {
      const stays = mix(soundShots(plan, [0], { pitch: 'stays' }), tone(440, 20));
      for (const from of [0.3, 1.5, 3.3])
        expect(Math.abs(pitch(stays, from) - 440)).toBeLessThan(9);
    }
    const follows = mix(ramped, tone(440, 20));
    expect(pitch(follows, 0.3)).toBeLessThan(340);
    expect(pitch(follows, 3.3)).toBeGreaterThan(640);
    // A click where it is filmed: found where a second way, by stepping frames, has it.
    for (const plan of [ramped, turned]) {
      const { exact } = filmOf(plan).shots[0]!.time!;
      for (const k of [20, 48, 80]) {
        const sound = new Float32Array(48_000 * 20);
        const filmed = Math.round(exact(k) * 2000);
        for (let n = 0; n < 48; n++) sound[filmed + n] = n % 2 ? -0.8 : 0.8;
        const out = mix(soundShots(plan, [0], { pitch: 'stays' }), sound);
        const at = out.reduce((top, x, n) => (Math.abs(x) > Math.abs(out[top]!) ? n : top), 0);
        expect(Math.abs(at / MIX_RATE - k / 24)).toBeLessThan(0.02);
      }
    }
  });
});

describe('the level that fits the own sound of a shot', () => {
  it('is that of speech, or under the music with it, by the part that is shown', () => {
    const at24 = frameRate(24);
    // −40 LUFS for twenty seconds, then −20.
    const shortTerm = Array.from({ length: 60 }, (_, second) => (second < 20 ? -40 : -20));
    const heard = { ...SILENT, loudness: { ...SILENT.loudness, shortTerm } };
    const base = heardPlan(
      at24,
      [
        { length: 72, in: 120, frames: 9000, rate: at24 },
        { length: 71, in: 960, frames: 9000, rate: at24 },
      ],
      { heard },
    );
    const fitted = fitOwnLevels(base, [0, 1], 'speech');
    expect(fitted.score!.shots.map(({ sound }) => sound?.gain)).toEqual([17, -3]);
    const [, loud] = filmOf(base).shots;
    expect(ownLevels(base, loud!, [])).toEqual([
      {
        ...{ to: 'speech', gain: -3 },
        reason: 'It has about −20.0 LUFS in this shot; speech of a programme has −23 (EBU R 128).',
      },
    ]);
    const song = samplePlan().music!;
    const music = {
      ...song,
      found: {
        ...song.found,
        loudness: { ...song.found.loudness, shortTerm: Array<number>(60).fill(-14) },
      },
    };
    const under = fitOwnLevels({ ...base, music }, [1], 'under');
    expect(under.score!.shots[1]!.sound!.gain).toBe(-1);
    expect(fitOwnLevels({ ...base, music }, [1], 'under', 12).score!.shots[1]!.sound!.gain).toBe(
      -6,
    );
    // What the clip says counts.
    const ruled = base.clips.reduce(
      (made, { id }) => hearClip(made, id, { on: true, gain: 5 }),
      base,
    );
    expect(fitOwnLevels(ruled, [1], 'speech').score!.shots[1]!.sound!.gain).toBe(-8);
    const silent = heardPlan(at24, [{ length: 72, in: 120, frames: 9000, rate: at24 }]);
    expect(() => fitOwnLevels(silent, [0], 'speech')).toThrow('whose loudness is known');
  });
});

describe('cuts between shots that are heard', () => {
  it('do not click: no sample steps farther from the one before than what sounds does by itself', () => {
    const rate = frameRate(30000, 1001);
    const lengths = [7, 12, 30, 9, 24, 15, 11, 40, 8, 19];
    const plan = heardPlan(
      rate,
      lengths.map((length, i) => ({ length, in: 200 + 37 * i, frames: 9000, rate })),
    );
    // Leads, lags and fades of a frame as well.
    const made = soundShots(soundShots(plan, [2], { lead: 5, lag: 3 }), [4], {
      ...{ fadeIn: 1, fadeOut: 1 },
    });
    const tone = Float32Array.from({ length: 48_000 * 40 }, (_, n) =>
      Math.sin((2 * Math.PI * 220 * n) / 48_000),
    );
    const decoded = { channels: [tone], sampleRate: 48_000, from: 0 };
    const total = lengths.reduce((sum, length) => sum + length, 0);
    const count = Math.round((total * rate.den * MIX_RATE) / rate.num);
    const [left] = mixed(
      own(made).map((event) => soundingOf(event, decoded)),
      ...([0, count] as const),
    );
    const steps = left.map((x, n) => (n === 0 ? 0 : Math.abs(x - left[n - 1]!)));
    const inTone = 2 * Math.sin((Math.PI * 220) / 48_000);
    // Two that go over into one another may add up.
    for (let n = 0; n < steps.length; n++)
      if (steps[n]! > 1.5 * inTone) throw new Error(`a click at ${n}: ${steps[n]! / inTone}`);
    expect(Math.max(...left.subarray(0, 100_000).map(Math.abs))).toBeGreaterThan(0.9);
  });
});
