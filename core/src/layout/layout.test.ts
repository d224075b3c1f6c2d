import { filmOf } from '../film/index.ts';
import { faultsOf } from '../faults/index.ts';
import fc from 'fast-check';
import { findingsOf } from '../testing/sound-findings.ts';
import { describe, expect, it } from 'vitest';
import { reportOf } from '../listen/analysis-report.ts';
import { changeBrief } from '../plan/edits/edit-brief.ts';
import { exactAnalysis, sampleClip, samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames, rational } from '../time/index.ts';
import { assignClips } from './assign-clips.ts';
import { checkPace, paceCounts, parsePace } from './pace.ts';
import { layOutRequest } from './layout-report.ts';
import { layOutSteadily } from './steady-layout.ts';

describe('pace', () => {
  const context = { rate: rational(24), dropFrame: false, tempo: rational(112), beatsPerBar: 4 };
  it.each([
    ['2 beats', { kind: 'beats', beats: 2 }],
    ['1 bar', { kind: 'beats', beats: 4 }],
    ['0.5s', { kind: 'frames', length: rational(12) }],
    ['6f', { kind: 'frames', length: rational(6) }],
  ])('reads %s', (text, pace) => expect(parsePace(text, context)).toEqual(pace));

  it.each(['0.5 beats', '0', '-2 beats', 'fast'])('refuses %s', (text) =>
    expect(() => parsePace(text, context)).toThrow(),
  );

  it('counts beats and bars once there is a tempo, and all else without one', () => {
    const { tempo, ...silent } = context;
    expect(tempo).toBeDefined();
    for (const text of ['2 beats', '1 bar']) {
      expect(() => checkPace(text, silent)).not.toThrow();
      expect([paceCounts(text, silent), paceCounts(text, context)]).toEqual([false, true]);
    }
    for (const text of ['1s', '12f', '0:02']) expect(paceCounts(text, silent)).toBe(true);
    // A plan from elsewhere may have a pace that is none: no screen may fail on it.
    expect([paceCounts('soon', silent), paceCounts('soon', context)]).toEqual([false, false]);
  });
});

describe('steady layout', () => {
  it('sums to exactly the target with every cut on a cue, whatever the target and pace', () => {
    const cueFrames = new Set(filmOf(samplePlan()).cues.map((c) => c.frame));
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1200 }),
        fc.integer({ min: 1, max: 8 }),
        (target, beats) => {
          const plan = layOutSteadily({
            ...changeBrief(samplePlan(), { target: frames(target), pace: `${beats} beats` }),
            clips: [],
          });
          const facts = filmOf(plan).shots;
          expect(facts.reduce((sum, f) => sum + f.length, 0)).toBe(target);
          for (const fact of facts.slice(1)) expect(cueFrames.has(fact.start)).toBe(true);
          // No shot is shorter than half the usual: at 112 BPM a beat is 90/7 frames, less one for
          // rounding.
          for (const fact of facts)
            if (facts.length > 2)
              expect(fact.length).toBeGreaterThanOrEqual(Math.floor((beats * 45) / 7) - 1);
        },
      ),
    );
  });

  it('cuts every two beats from the first downbeat, clips in order', () => {
    const facts = filmOf(layOutSteadily(samplePlan())).shots;
    expect(facts.slice(0, 4).map((f) => f.start)).toEqual([0, 26, 51, 77]);
    expect(facts.slice(0, 5).map((f) => f.clip?.id)).toEqual(['a', 'b', 'c', 'd', 'a']);
    expect(facts[4]!.sourceIn).toBe(facts[0]!.sourceOut);
    expect(faultsOf(layOutSteadily(samplePlan()))).toEqual([]);
  });

  it('rounds a pace in time from the true time: 0.52 s at 24 fps is 12.48 frames', () => {
    const facts = filmOf(layOutSteadily(changeBrief(samplePlan(), { pace: '0.52s' }))).shots;
    expect(facts.slice(0, 6).map((f) => f.start)).toEqual([0, 12, 25, 37, 50, 62]);
  });

  it('says why there is none: no beats, clips too short', () => {
    expect(() => layOutSteadily({ ...samplePlan(), music: null })).toThrow(/needs a tempo/);
    const short = { ...samplePlan(), clips: [sampleClip('x', 'Type drawer', frameRate(24), 20)] };
    expect(() => layOutSteadily(short)).toThrow(
      /“Type drawer” has 20 source frames of the 26 needed/,
    );
  });

  it('passes over a clip that is too short for the shot', () => {
    const clips = [
      sampleClip('s', 'Short', frameRate(24), 10),
      sampleClip('l', 'Long', frameRate(24), 100),
    ];
    const [first, second] = assignClips([frames(20), frames(8)], clips, frameRate(24));
    expect([first!.clip, second!.clip]).toEqual(['l', 's']);
  });
});

describe('layout request', () => {
  const music = reportOf(findingsOf(exactAnalysis(112, 96)), 'teaser.wav', 'a'.repeat(64));
  const request = {
    rate: '24',
    target: '45s',
    ...{ pace: '2 beats', pacing: { kind: 'steady' } },
    music,
    clips: ['Street door', 'Inking roller', 'Platen'].map((name) => ({
      name,
      rate: '50',
      frames: 900,
    })),
    order: 'kept',
  };

  it('gives the plan that the screen would', () => {
    const plan = layOutRequest(JSON.parse(JSON.stringify(request)));
    expect(plan.score!.length).toBe(1080);
    expect(
      filmOf(plan)
        .shots.slice(0, 4)
        .map((f) => f.start),
    ).toEqual([0, 26, 51, 77]);
    expect(faultsOf(plan)).toEqual([]);
    expect(plan.clips[0]).toMatchObject({ name: 'Street door', rate: { num: 50, den: 1 } });
  });

  it.each([
    [{ ...request, rate: '0/1' }, /frame rate/],
    [{ ...request, target: '30:00:00:00' }, /no timecode/],
    [{ ...request, target: '0' }, /at least 1 frame/],
    [{ ...request, colour: 'red' }, /the top/],
    [{ ...request, clips: [{ name: 'x', rate: '24', frames: 0 }] }, /clips.0.frames/],
    [
      { ...request, music: { ...music, downbeats: [{ time: 0.123, strength: 1, confidence: 1 }] } },
      /not one of the beats/,
    ],
  ])('refuses what is wrong and says where', (bad, message) =>
    expect(() => layOutRequest(bad)).toThrow(message),
  );
});
