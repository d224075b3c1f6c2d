import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../film/film.ts';
import { NOTHING_FOUND } from '../listen/index.ts';
import {
  addSound,
  crossMusic,
  fadeSound,
  moveLevelKey,
  muteSound,
  putHit,
  removeLevelKeys,
  setDucking,
  setEnding,
  setLevelKey,
  setRegion,
  soundShots,
  unmuteSound,
} from '../plan/edits/index.ts';
import { PlanSchema, USUAL_DUCKING, type ClipSound, type Plan } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { frames, frameRate, rational, samples, seconds } from '../time/index.ts';
import { fadeAt, levelOn } from './audio-event.ts';
import { duckLine } from './ducking.ts';
import { mixed, soundingOf } from './mix.ts';
import { MIX_RATE } from './mix-rate.ts';

const RATE = frameRate(24);
const SECONDS = 40;
/** A file that is 1 all through, so that the mix is the level itself. */
const CONSTANT = {
  channels: [new Float32Array(MIX_RATE * (SECONDS + 80)).fill(1)],
  sampleRate: MIX_RATE,
  from: 0,
};

function planWithMusic(): Plan {
  const analysis = { ...exactAnalysis(120, 200), length: samples(MIX_RATE * 100) };
  const plan = planOfParts(RATE, [{ length: 24 * SECONDS, in: 0, frames: 9000, rate: RATE }]);
  const heard = { media: 'b'.repeat(64), fileName: 'song.wav', outline: null };
  const made = { ...heard, analysis, found: NOTHING_FOUND };
  const music = addSound({ ...plan, music: null, sounds: [] }, made, 'music').sounds[0]!;
  const region = { in: samples(0), out: analysis.length };
  return { ...plan, music: { ...music, region }, sounds: [] };
}
const plan = planWithMusic();
const id = plan.music!.id;
const at = (second: number) => Math.round(second * MIX_RATE);

/** The level of the music at times of the film, in decibels, out of the mix. */
function levels(made: Plan, times: readonly number[]): number[] {
  const soundings = filmOf(made)
    .audioEvents.filter(({ of }) => of === 'music')
    .map((event) => soundingOf(event, CONSTANT));
  return times.map((time) => {
    const [left] = mixed(soundings, Math.round(at(time)), 1);
    return 20 * Math.log10(Math.max(1e-6, left[0]!));
  });
}

describe('levels of music by hand', () => {
  it('go evenly in decibels between keys, as a ruler says', () => {
    const keyed = setLevelKey(setLevelKey(plan, id, at(10), -12), id, at(6), 0);
    const found = levels(keyed, [0, 6, 7, 8, 9, 10, 30]);
    [0, 0, -3, -6, -9, -12, -12].forEach((level, i) => expect(found[i]).toBeCloseTo(level, 2));
    expect(keyed.music!.levels.map((key) => key.at)).toEqual([at(6), at(10)]);
    expect(PlanSchema.parse(keyed)).toEqual(keyed);
  });

  it('are moved and taken out, and two are never in one place', () => {
    const keyed = setLevelKey(setLevelKey(plan, id, at(6), -3), id, at(10), -12);
    const moved = moveLevelKey(keyed, id, at(10), { at: at(6), level: -9 });
    expect(moved.music!.levels).toEqual([{ at: at(6), level: -9 }]);
    expect(removeLevelKeys(moved, id, [at(6)]).music!.levels).toEqual([]);
    expect(() => moveLevelKey(keyed, id, at(11), { at: 0, level: 0 })).toThrow('no level');
    expect(() => setLevelKey(keyed, id, at(101), 0)).toThrow('not in the sound');
    expect(() => setLevelKey(keyed, id, at(1), 25)).toThrow('between −90 and 24');
  });

  it('stay with the music where the film uses another part of it', () => {
    const keyed = setLevelKey(setLevelKey(plan, id, at(10), -12), id, at(6), 0);
    const later = setRegion(keyed, id, samples(at(4)), samples(at(60)));
    expect(levels(later, [4])[0]).toBeCloseTo(-6, 2);
  });

  it('are silent inside a muted bar, whole at its ends, without a click', () => {
    const muted = muteSound(plan, id, { from: at(8), to: at(10) });
    const found = levels(muted, [7.999, 8.006, 9, 9.994, 10]);
    expect(found[0]).toBeCloseTo(0, 2);
    for (const level of found.slice(1, 4)) expect(level).toBeLessThan(-100);
    expect(found[4]).toBeCloseTo(0, 1);
    const [event] = filmOf(muted).audioEvents.filter(({ of }) => of === 'music');
    const [left] = mixed([soundingOf(event!, CONSTANT)], at(7.9), at(2.2));
    const steps = left.subarray(1).map((x, n) => Math.abs(x - left[n]!));
    expect(Math.max(...steps)).toBeLessThan(0.05);
    // Muted stretches that touch are one, which is heard again at once.
    const wider = muteSound(muted, id, { from: at(9), to: at(11) });
    expect(wider.music!.mutes).toEqual([{ from: at(8), to: at(11) }]);
    expect(unmuteSound(wider, id, at(8)).music!.mutes).toEqual([]);
    expect(() => muteSound(plan, id, { from: at(9), to: at(9) })).toThrow('start before it ends');
  });

  it('fade at the end of the film where the music goes on, and at its own end where it does not', () => {
    const faded = fadeSound(plan, id, { fade: samples(at(4)) });
    const halves = levels(faded, [35.9, 38, 39]).map((level) => 10 ** (level / 20));
    [1, 0.5, 0.25].forEach((level, i) => expect(halves[i]).toBeCloseTo(level, 3));
    const shorter = setEnding(faded, id, {
      region: { in: samples(0), out: samples(at(20)) },
      ...{ splices: [], fade: samples(at(4)) },
    });
    expect(10 ** (levels(shorter, [18])[0]! / 20)).toBeCloseTo(0.5, 3);
  });

  it('fade evenly over splices, in and out, however long the fade is', () => {
    const spliced = setEnding(plan, id, {
      region: { in: samples(0), out: samples(at(80)) },
      splices: [
        { leave: samples(at(2)), enter: samples(at(12)) },
        { leave: samples(at(48)), enter: samples(at(58)) },
      ],
      fade: samples(0),
    });
    const faded = fadeSound(spliced, id, { fadeIn: samples(at(8)), fade: samples(at(8)) });
    expect(filmOf(faded).audioEvents.filter(({ of }) => of === 'music')).toHaveLength(3);
    // Splices at 2 s and 38 s of the film, which ends at 40 s.
    for (const [time, part] of [
      ...[1, 1.9, 2, 2.1, 4, 6].map((t) => [t, t / 8] as const),
      ...[33, 35, 37.9, 38, 38.1, 39].map((t) => [t, (40 - t) / 8] as const),
      [20, 1] as const,
    ])
      expect(10 ** (levels(faded, [time])[0]! / 20), `${time} s`).toBeCloseTo(part, 3);
  });

  it('count in what is advised for an effect', () => {
    const kit = planWithKit();
    const { found, ...song } = kit.music!;
    const shortTerm = Array<number>(60).fill(-14);
    const base = {
      ...kit,
      music: { ...song, found: { ...found, loudness: { ...found.loudness, shortTerm } } },
    };
    const hit = putHit(base, kitEffect(base, 'click').id, 5);
    const [facts] = filmOf(hit).effects;
    const music = hit.music!;
    const down = setLevelKey(hit, music.id, 0, -6);
    const { advice } = filmOf(down).effects[0]!;
    expect(advice.music!).toBeCloseTo(facts!.advice.music! - 6, 6);
    const muted = muteSound(hit, music.id, { from: 0, to: music.analysis.length });
    expect(filmOf(muted).effects[0]!.advice.reason).toContain('No music there');
  });
});

describe('ducking', () => {
  it('is as counted for each instant by itself', () => {
    const figure = fc.integer({ min: 1, max: 30 }).map((n) => n / 20);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(figure, fc.integer({ min: 1, max: 80 })), { minLength: 1, maxLength: 6 }),
        fc.tuple(figure, figure, figure),
        (parts, [attack, hold, release]) => {
          let time = 2;
          const spans = parts.map(([lasts, wait]) => {
            const span = { from: seconds(time), to: seconds(time + lasts) };
            time += lasts + wait / 20;
            return span;
          });
          const ducking = { ...USUAL_DUCKING, depth: 12, attack, hold, release };
          const line = duckLine(spans, ducking);
          for (let t = 0; t < time + 4; t += 0.031) {
            const before = spans.findLast(({ from }) => from <= t);
            const after = spans.find(({ from }) => from > t);
            const gap = before && after ? after.from - before.to : Infinity;
            const depth =
              before && (t <= before.to + hold || gap <= attack + hold + release + 1e-9)
                ? 12
                : Math.max(
                    before ? 12 * (1 - (t - before.to - hold) / release) : 0,
                    after ? 12 * (1 - (after.from - t) / attack) : 0,
                    0,
                  );
            // Where a gap is as long as it takes, either way of counting is right.
            if (Math.abs(gap - attack - hold - release) < 1e-6) continue;
            expect(levelOn(line, t)).toBeCloseTo(-depth, 6);
          }
        },
      ),
      { numRuns: 100 },
    );
  });

  /** A voice of one second from its second 1 on, and of another from 4 on. */
  const found = {
    words: [1, 1.3, 4, 4.4].map((s) => ({ at: samples(at(s)), strength: 1, confidence: 1 })),
    pauses: [
      { start: samples(at(2)), end: samples(at(4)), confidence: 1 },
      { start: samples(at(5)), end: samples(at(30)), confidence: 1 },
    ],
  };
  const ducking = { ...USUAL_DUCKING, attack: 0.2, hold: 0.1, release: 0.5 };

  it('follows the words of a voice file, where it is placed', () => {
    const analysis = { ...exactAnalysis(120, 2), beats: [], downbeats: [], tempo: null };
    const voice = {
      ...{ media: 'c'.repeat(64), fileName: 'line.wav', outline: null },
      analysis: { ...analysis, length: samples(at(30)) },
      found: { ...NOTHING_FOUND, ...found },
    };
    const spoken = addSound(plan, voice, 'voice');
    const placed = {
      ...spoken,
      sounds: spoken.sounds.map((sound) => ({ ...sound, place: frames(240) })),
    };
    const ducked = setDucking(placed, ducking);
    const times = [10.7, 10.9, 11, 12.05, 12.35, 12.7, 14, 15.1, 15.7];
    const wanted = [0, -5, -10, -10, -5, 0, -10, -10, 0];
    levels(ducked, times).forEach((level, i) => expect(level).toBeCloseTo(wanted[i]!, 1));
    levels(setDucking(ducked, { voices: false }), times).forEach((level) =>
      expect(level).toBeCloseTo(0, 6),
    );
    expect(filmOf(setDucking(ducked, null)).audioEvents[0]!.levels).toBeUndefined();
    expect(() => setDucking(ducked, { depth: -1 })).toThrow('0 to 60 dB');
  });

  it('follows the words of a clip that is heard, at its speed and where its source begins', () => {
    const sound: ClipSound = {
      ...{ media: 'd'.repeat(64), outline: null, sampleRate: MIX_RATE, channels: 1 },
      ...{ length: samples(at(100)), start: 0, rate: RATE, tracks: 1 },
      heard: {
        ...{ hits: [], ...found },
        loudness: {
          ...{ integrated: null, momentaryMaximum: null, shortTermMaximum: null, shortTerm: [] },
        },
      },
    };
    const parts = [
      { length: 240, in: 600, frames: 9000, rate: RATE },
      { length: 720, in: 12, frames: 9000, rate: RATE, speed: rational(1, 2) },
    ];
    const base = planOfParts(RATE, parts);
    const clips = base.clips.map((clip) => ({ ...clip, sound }));
    const both = setDucking({ ...base, clips, music: plan.music }, ducking);
    const heard = soundShots(both, [1], { on: true });
    // The first word is 12 frames after the shot's source in, so twice as many at half speed.
    const starts = 10 + 2 * (1 - 0.5);
    const times = [starts - 0.1, starts, starts + 2, starts + 2.1 + 0.25, starts + 6];
    levels(heard, times).forEach((level, i) =>
      expect(level).toBeCloseTo([-5, -10, -10, -5, -10][i]!, 1),
    );
    levels(both, times).forEach((level) => expect(level).toBeCloseTo(0, 6));
  });
});

describe('two pieces of music', () => {
  const second = exactAnalysis(100, 100, { first: 3 });
  const made = {
    ...{ media: 'e'.repeat(64), fileName: 'other.wav', outline: null },
    analysis: second,
    found: NOTHING_FOUND,
  };
  const both = addSound(plan, made, 'music');
  const other = both.sounds[0]!.id;
  // Bar 9 of the first, at 16.5 s; bar 4 of the second, at 3 s + 12 beats.
  const [leave, enter] = [plan.music!.analysis.beats[32]!.at, second.beats[12]!.at];
  const crossed = crossMusic(both, { sound: id, at: leave }, { sound: other, at: enter }, 2);

  it('go over into one another on a bar line of both, to the sample, their power kept', () => {
    const events = filmOf(crossed).audioEvents.filter(({ of }) => of === 'music');
    const [a, b] = [events.find((e) => e.id === id)!, events.find((e) => e.id === other)!];
    const sampleOf = (event: typeof a, t: number) =>
      event.anchor.sample + (t - event.anchor.at) * event.sampleRate;
    expect(sampleOf(a, 16.5)).toBeCloseTo(leave, 6);
    expect(sampleOf(b, 16.5)).toBeCloseTo(enter, 6);
    for (let t = 14; t < 19; t += 0.01)
      expect(fadeAt(a, t) ** 2 + fadeAt(b, t) ** 2).toBeCloseTo(1, 3);
    expect(PlanSchema.parse(crossed)).toEqual(crossed);
  });

  it('are counted one after the other: beats and bars go on with the second', () => {
    const { beats } = filmOf(crossed);
    const after = beats.filter((cue) => cue.frame > 400);
    expect(new Set(after.map(({ sound }) => sound))).toEqual(new Set([other]));
    expect(new Set(beats.filter((c) => c.frame < 380).map((c) => c.sound))).toEqual(new Set([id]));
    const bars = beats.filter(({ kind }) => kind === 'downbeat').map(({ bar }) => bar);
    expect(bars).toEqual(bars.map((_, i) => i + 1));
    // A bar of the second lasts 2.4 s.
    const line = after.find(({ kind }) => kind === 'downbeat')!;
    expect(line.frame).toBe(Math.round((16.5 + 2.4) * 24));
    // Music that is heard only while the first goes on is not counted by.
    expect(new Set(filmOf(both).beats.map(({ sound }) => sound))).toEqual(new Set([id]));
  });

  it('refuse what cannot be', () => {
    const same = { sound: id, at: leave };
    expect(() => crossMusic(both, same, same, 2)).toThrow('into itself');
    expect(() =>
      crossMusic(both, { sound: id, at: at(100) }, { sound: other, at: enter }, 2),
    ).toThrow('no sound there');
  });
});
