import { describe, expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { addSound } from '../plan/edits/edit-sounds.ts';
import type { Clip } from '../plan/index.ts';
import { exactAnalysis, sampleClip, samplePlan } from '../testing/sample-plan.ts';
import { frameRate, samples, sourceFrames, USUAL_RATES } from '../time/index.ts';
import { proposalsOf, soundMoments } from './sound-moments.ts';

const cue = (at: number, strength: number) => ({ at: samples(at), strength, confidence: 1 });

/** A clip with words, a hit and a pause at some frames of its pictures. */
function sounding(rate = frameRate(25), start = 0): Clip {
  const at = (frame: number) => Math.round(start + (frame * 48_000 * rate.den) / rate.num);
  return {
    ...sampleClip('c', 'Clip', rate, 500),
    sound: {
      ...{ media: 'a'.repeat(64), outline: null, sampleRate: 48_000, channels: 1 },
      ...{ length: samples(at(500)), start, rate, tracks: 1 },
      heard: {
        words: [cue(at(40), 0.6), cue(at(90), 0.4), cue(at(600), 1)],
        hits: [cue(at(90), 0.7), cue(at(200), 0.9)],
        pauses: [{ start: samples(at(120)), end: samples(at(140)), confidence: 0.5 }],
        loudness: {
          ...{ integrated: -23, momentaryMaximum: -20, shortTermMaximum: -21, shortTerm: [] },
        },
      },
    },
  };
}

describe('moments of a clip’s own sound', () => {
  it('lie on the frames that are shown while they are heard, at any rate and start', () => {
    for (const rate of USUAL_RATES)
      for (const start of [0, -4801, 12_345])
        expect(soundMoments(sounding(rate, start), []).map(({ at, kind }) => [at, kind])).toEqual([
          [40, 'word'],
          // The stronger of two on one frame.
          [90, 'hit'],
          [120, 'pause'],
          [200, 'hit'],
        ]);
  });

  it('are proposed beside what was seen, and not where one is kept or declined', () => {
    const seen = [
      { at: sourceFrames(200), kind: 'impact', strength: 1, reason: 'Seen.' },
      { at: sourceFrames(300), kind: 'flash', strength: 1, reason: 'Seen.' },
    ] as const;
    const clip = sounding();
    expect(proposalsOf(clip, seen, []).map(({ at, kind }) => [at, kind])).toEqual([
      [40, 'word'],
      [90, 'hit'],
      [120, 'pause'],
      [200, 'impact'],
      [300, 'flash'],
    ]);
    const kept: Clip = {
      ...clip,
      moments: [{ at: sourceFrames(41), kind: 'word' }],
      declined: [sourceFrames(120)],
    };
    expect(proposalsOf(kept, [], []).map(({ at }) => at)).toEqual([90, 200]);
    const { sound: _none, ...mute } = clip;
    expect(proposalsOf(mute, [], [])).toEqual([]);
  });

  it('are the strongest four hundred of a long talk', () => {
    const clip = sounding();
    const words = Array.from({ length: 499 }, (_, i) => cue(i * 1920, (i % 100) / 100));
    const long = { ...clip, sound: { ...clip.sound!, heard: { ...clip.sound!.heard, words } } };
    const found = soundMoments(long, []);
    expect(found).toHaveLength(400);
    expect(Math.min(...found.map(({ strength }) => strength))).toBeGreaterThan(0.15);
  });

  it('have the beats of the song that the clip is lined up with, on the frames that show them', () => {
    const analysis = exactAnalysis(120, 40, { sampleRate: 44_100 });
    const heard = { media: 'b'.repeat(64), fileName: 'song.mp3', outline: null };
    const song = addSound(samplePlan(), { ...heard, analysis, found: NOTHING_FOUND }, 'music')
      .sounds[0]!;
    // The take begins two seconds into the song: its beat at 2.5 s is half a second into it.
    const rate = frameRate(25);
    const clip: Clip = {
      ...sounding(rate),
      linedUp: { media: song.media, offset: 2 * 44_100 },
    };
    const beats = soundMoments(clip, [song]).filter(({ kind }) => kind === 'beat');
    expect(beats.slice(0, 3).map(({ at }) => at)).toEqual([0, 12, 25]);
    // Bars begin at 2.5 s and 4.5 s of the song.
    expect(beats.filter(({ strength }) => strength > 0.5).map(({ at }) => at)[0]).toBe(12);
    expect(soundMoments(clip, []).some(({ kind }) => kind === 'beat')).toBe(false);
  });
});
