import { changeRate } from './change-rate.ts';
import { filmOf } from '../../film/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../../layout/index.ts';
import { frameRate, frames, rational, samples, sourceFrames, toNumber } from '../../time/index.ts';
import { NOTHING_FOUND } from '../../listen/index.ts';
import { landingOf } from '../../film/cues.ts';
import { soundEnd } from '../schema/parts.ts';
import { changeBrief } from './edit-brief.ts';
import { cutFigures, cutLimits, moveCut, moveCutToCue, nudgeCut, removeCut } from './edit-cuts.ts';
import { setShotClip } from './edit-shots.ts';
import { addClips, changeClip, moveClip, removeClip } from './edit-clips.ts';
import { correctBeats, setMusic, setRegion } from './edit-sounds.ts';
import { faultsOf } from '../../faults/index.ts';
import { newPlan } from '../schema/new-plan.ts';
import { readPlan } from '../upgrade/read-plan.ts';
import { sourceFrameAt, sourceFramesUsed, strideOf } from '../../film/source.ts';
import { exactAnalysis, sampleClip, samplePlan } from '../../testing/sample-plan.ts';

const laidOut = () => layOutSteadily(samplePlan());

describe('reading a plan', () => {
  it('takes back what it gave', () => {
    const plan = laidOut();
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
  });

  it.each([
    ['rate', { rate: { num: 0, den: 1 } }],
    ['rate', { rate: { num: 23.976, den: 1 } }],
    ['target', { target: 0 }],
    ['target', { target: 1e12 }],
    ['name', { name: '  ' }],
    ['version', { version: 99 }],
    ['score.shots', { score: { shots: [], length: 48 } }],
    [
      'score.shots',
      { score: { length: 10, shots: [{ id: 's1', start: 4, clip: null, sourceIn: 0 }] } },
    ],
    [
      'score.shots.0.clip',
      { score: { length: 10, shots: [{ id: 's1', start: 0, clip: 'gone', sourceIn: 0 }] } },
    ],
  ])('names the place of a wrong %s', (place, change) => {
    expect(() => readPlan({ ...samplePlan(), ...change })).toThrow(`At ${place}`);
  });
});

describe('cues', () => {
  it('puts each beat on its nearest frame from its true time', () => {
    const plan = samplePlan();
    const cues = filmOf(plan).cues;
    expect(cues).toHaveLength(96);
    cues.forEach((cue, i) => {
      // 112 BPM at 24 fps: beat i at i·90/7 frames (60·24/112), half up.
      expect(cue.frame).toBe(Math.floor((i * 90) / 7 + 0.5));
      expect([cue.bar, cue.beat]).toEqual([Math.floor(i / 4) + 1, (i % 4) + 1]);
      expect(cue.kind).toBe(i % 4 === 0 ? 'downbeat' : 'beat');
    });
  });

  it('leads by frames either way, by no more than a second', () => {
    const plan = { ...newPlan('Lead'), music: null };
    expect(changeBrief(plan, { lead: frames(-2) }).lead).toBe(-2);
    expect(changeBrief(plan, { lead: frames(24) }).lead).toBe(24);
    expect(() => changeBrief(plan, { lead: frames(25) })).toThrow(
      expect.objectContaining({
        message: 'A lead of 25 frames is more than a second.',
        mend: 'Give −24 to 24 frames; below 0 cuts fall after their cues.',
      }) as Error,
    );
    expect(readPlan(changeBrief(plan, { lead: frames(-24) })).lead).toBe(-24);
  });

  it('counts pick-up beats before bar 1 as bar 0, and leads by whole frames', () => {
    const plan = setMusic(newPlan('x'), {
      media: 'b'.repeat(64),
      fileName: 'x',
      outline: null,
      analysis: exactAnalysis(120, 20, { pickup: 2 }),
      found: NOTHING_FOUND,
    });
    const whole = setRegion(plan, plan.music!.id, samples(0), plan.music!.analysis.length);
    expect(
      filmOf(whole)
        .cues.slice(0, 4)
        .map((c) => [c.bar, c.beat]),
    ).toEqual([
      [0, 3],
      [0, 4],
      [1, 1],
      [1, 2],
    ]);
    const lead = filmOf(changeBrief(whole, { lead: frames(2) })).cues;
    expect(lead[0]!.frame).toBe(filmOf(whole).cues[0]!.frame - 2);
    expect(landingOf(lead[3]!.frame, lead, { rate: plan.rate, lead: frames(2) })).toMatchObject({
      onCue: true,
      offsetFrames: 0,
    });
  });

  it('keeps every cut to a cue within half a frame at any rate', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 240 }),
        fc.constantFrom(rational(24), rational(25), rational(24000, 1001), rational(60000, 1001)),
        (tempo, rate) => {
          const music = {
            media: 'c'.repeat(64),
            fileName: 'x',
            outline: null,
            analysis: exactAnalysis(tempo, 60),
            found: NOTHING_FOUND,
          };
          const plan = { ...setMusic(newPlan('x'), music), rate };
          const cues = filmOf(plan).cues;
          for (const cue of cues) {
            const landing = landingOf(cue.frame, cues, plan)!;
            expect(landing.onCue).toBe(true);
            expect(Math.abs(landing.offsetFrames)).toBeLessThanOrEqual(0.5);
            expect(landing.offsetMilliseconds).toBeCloseTo(
              (landing.offsetFrames * 1000) / toNumber(rate),
              6,
            );
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('ends the music at the first boundary that covers it', () => {
    const plan = samplePlan();
    // 96 beats of 60/112 s = 51.428571 s; at 24 fps 1234.29 frames, covered by 1235.
    expect(soundEnd(plan.music!, plan.rate)).toBe(1235);
  });
});

describe('source frames at normal speed', () => {
  it('shows in + floor(k·source/plan): 50 fps in a 24 fps plan', () => {
    const at = (k: number) =>
      sourceFrameAt(k, sourceFrames(10), strideOf(rational(50), rational(24)));
    expect([0, 1, 2, 3, 12, 24].map(at)).toEqual([10, 12, 14, 16, 35, 60]);
    expect(sourceFramesUsed(24, rational(50), rational(24))).toBe(48);
    expect(sourceFramesUsed(1, rational(120), rational(24))).toBe(1);
  });

  it('uses no more than the last frame shown needs, counted by hand', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.constantFrom([50, 24], [24, 50], [120, 24], [25, 25]),
        (length, [source, plan]) => {
          const shown = Array.from({ length }, (_, k) => Math.floor((k * source!) / plan!));
          expect(sourceFramesUsed(length, rational(source!), rational(plan!))).toBe(
            Math.max(...shown) + 1,
          );
        },
      ),
    );
  });
});

describe('edits of cuts', () => {
  it('keeps the total and every other cut when one moves', () => {
    const plan = laidOut();
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: plan.score!.shots.length - 1 }),
        fc.integer({ min: -60, max: 60 }),
        (cut, by) => {
          const moved = nudgeCut(plan, cut, by);
          const facts = filmOf(moved).shots;
          expect(facts.reduce((sum, f) => sum + f.length, 0)).toBe(1080);
          expect(facts.every((f) => f.length >= 1)).toBe(true);
          moved.score!.shots.forEach(
            (shot, i) => i !== cut && expect(shot).toEqual(plan.score!.shots[i]),
          );
        },
      ),
    );
  });

  it('moves to the next and previous cue, and from a free frame to the cue on that side', () => {
    const plan = laidOut();
    const cut = 3;
    const frame = plan.score!.shots[cut]!.start;
    const later = moveCutToCue(plan, cut, 1);
    const cues = filmOf(plan).cues.map((c) => c.frame);
    expect(later.score!.shots[cut]!.start).toBe(cues[cues.indexOf(frame) + 1]);
    expect(moveCutToCue(later, cut, -1)).toEqual(plan);
    expect(moveCutToCue(nudgeCut(plan, cut, 2), cut, -1)).toEqual(plan);
    expect(() => moveCutToCue(later, cut, 1)).toThrow(/no later cue/);
  });

  it('refuses a cut beyond its neighbours and a cut that is not there', () => {
    const plan = laidOut();
    const { from, to } = cutLimits(plan, 2);
    expect(moveCut(plan, 2, from).score!.shots[2]!.start).toBe(from);
    expect(() => moveCut(plan, 2, to + 1)).toThrow(
      expect.objectContaining({ mend: `It can go from ${from} to ${to}.` }),
    );
    expect(() => moveCut(plan, 0, 5)).toThrow(/no cut 0/);
    expect(() => nudgeCut(samplePlan(), 1, 1)).toThrow(/no cuts yet/);
  });

  it('removes a cut, changes a clip, and counts what is on cue', () => {
    const plan = laidOut();
    const fewer = removeCut(plan, 2);
    expect(fewer.score!.shots).toHaveLength(plan.score!.shots.length - 1);
    expect(filmOf(fewer).shots.reduce((sum, f) => sum + f.length, 0)).toBe(1080);
    expect(setShotClip(plan, 0, 'c').score!.shots[0]).toMatchObject({ clip: 'c', sourceIn: 0 });
    expect(() => setShotClip(plan, 0, 'nowhere')).toThrow(/not in the plan/);
    const all = cutFigures(plan);
    expect(all.onCue).toBe(all.cuts);
    expect(all.worstMilliseconds).toBeLessThanOrEqual(1000 / 48);
    expect(cutFigures(nudgeCut(plan, 1, 2)).onCue).toBe(all.cuts - 1);
  });
});

describe('edits of the brief', () => {
  it('rounds cuts on cues anew at another rate and keeps the time of the rest', () => {
    const plan = nudgeCut(laidOut(), 1, 3);
    const free = plan.score!.shots[1]!.start;
    const at25 = changeRate(plan, frameRate(25));
    expect(at25.target).toBe(1125);
    expect(at25.start).toBe(90000);
    expect(at25.score!.shots[1]!.start).toBe(Math.floor((free * 25) / 24 + 0.5));
    expect(cutFigures(at25).onCue).toBe(cutFigures(plan).onCue);
  });

  it('refuses a rate at which a shot would vanish, and leaves the plan alone', () => {
    const plan = layOutSteadily(changeBrief(samplePlan(), { pace: '1f', target: frames(48) }));
    expect(() => changeRate(plan, frameRate(12))).toThrow(/no frame left/);
  });

  it('refuses a target of nothing or past a day of timecode', () => {
    const plan = samplePlan();
    expect(() => changeBrief(plan, { target: frames(0) })).toThrow(/at least 1 frame/);
    expect(() => changeBrief(plan, { target: frames(30 * 3600 * 24) })).toThrow(/24 hours/);
    expect(() => changeBrief(plan, { dropFrame: true })).toThrow(/no drop-frame/);
  });

  it('keeps the start label when drop-frame is turned on: 01:00:00;00 is frame 107892', () => {
    const plan = changeRate(newPlan('x'), frameRate(30000, 1001));
    expect(plan.start).toBe(108000);
    expect(changeBrief(plan, { dropFrame: true }).start).toBe(107892);
  });
});

describe('edits of the material', () => {
  it('keeps corrections when the same file is analysed again, and drops them for another', () => {
    const plan = samplePlan();
    const corrected = correctBeats(plan, plan.music!.id, { do: 'double' });
    const { music } = corrected;
    expect(setMusic(corrected, music!).music).toMatchObject({
      corrections: [{ do: 'double' }],
      region: music!.region,
    });
    expect(setMusic(corrected, { ...music!, media: 'f'.repeat(64) }).music!.corrections).toEqual(
      [],
    );
  });

  it('starts at the first downbeat, and refuses an empty region and a third doubling', () => {
    const plan = samplePlan();
    expect(plan.music!.region.in).toBe(24000);
    expect(() => setRegion(plan, plan.music!.id, samples(5), samples(5))).toThrow(/region/);
    const double = (from: typeof plan) => correctBeats(from, plan.music!.id, { do: 'double' });
    expect(() => double(double(double(plan)))).toThrow(/more than twice/);
  });

  it('adds, changes, orders and removes clips; shots of a removed clip stay without one', () => {
    const plan = laidOut();
    expect(() => addClips(plan, [plan.clips[0]!])).toThrow(/already/);
    expect(moveClip(plan, 'b', -1).clips.map((c) => c.id)).toEqual(['b', 'a', 'c', 'd']);
    expect(moveClip(plan, 'a', -1)).toEqual(plan);
    expect(changeClip(plan, { ...plan.clips[0]!, name: 'Door' }).clips[0]!.name).toBe('Door');
    const without = removeClip(plan, 'a');
    expect(filmOf(without).shots).toHaveLength(filmOf(plan).shots.length);
    expect(faultsOf(without).filter((f) => f.code === 'no-clip').length).toBeGreaterThan(0);
  });
});

describe('faults', () => {
  it('finds none in a sound plan', () => expect(faultsOf(laidOut())).toEqual([]));

  it('says once that there are no clips, not for every shot', () => {
    const none = { ...laidOut(), clips: [] };
    const score = { ...none.score!, shots: none.score!.shots.map((s) => ({ ...s, clip: null })) };
    expect(faultsOf({ ...none, score }).map((f) => [f.code, f.area, f.shot])).toEqual([
      ['no-clips', 'clips', null],
    ]);
  });

  it('tells how far a clip runs out, in source frames', () => {
    const plan = laidOut();
    // 2 beats at 112 BPM are 26 plan frames: 54 source frames at 50 fps with the first, ⌊25·50/24⌋
    // + 1 = 53.
    const length = filmOf(plan).shots[1]!.length;
    const needed = Math.floor(((length - 1) * 50) / 24) + 1;
    const short = changeClip(plan, sampleClip('b', 'Inking roller', frameRate(50), needed - 4));
    const fault = faultsOf(short).find((f) => f.code === 'source-ends' && f.shot === 1);
    expect(fault?.message).toContain('4 source frames short');
  });

  it('tells when the music ends early, the length differs and the beats are a guess', () => {
    const plan = { ...laidOut(), target: frames(1300) };
    const doubtful = {
      ...plan,
      music: { ...plan.music!, analysis: { ...plan.music!.analysis, confidence: 0.1 } },
    };
    expect(faultsOf(doubtful).map((f) => [f.code, f.message])).toEqual([
      ['length', 'The film is 220 frames under the target.'],
      ['music-ends', 'The music ends 65 frames before the target.'],
      ['doubtful-beats', 'The beats are a guess: no steady pulse was heard.'],
    ]);
  });
});
