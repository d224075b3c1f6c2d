import { describe, expect, it } from 'vitest';
import {
  claims,
  reliability,
  continuity,
  levels,
  measured,
  summary,
  type Found,
  type Truth,
} from './measures.ts';

/** Sixty beats half a second apart. */
const beats = Array.from({ length: 60 }, (_, i) => 1 + i / 2);
const truth: Truth = {
  file: 'x.wav',
  category: 'made',
  duration: 31,
  tempo: 120,
  beats,
  downbeats: beats.filter((_, i) => i % 4 === 0),
  onsets: { all: beats, kick: beats.filter((_, i) => i % 2 === 0) },
};
const late = (by: number, times: readonly number[] = beats): number[] => times.map((t) => t + by);
const found = (times: readonly number[], change: Partial<Found> = {}): Found => ({
  tempo: 120,
  beats: times.map((time) => ({ time, confidence: 0.9 })),
  downbeats: times.filter((_, i) => i % 4 === 0),
  onsets: times,
  readings: [times, late(0.25, times)],
  made: times,
  learned: late(0.25, times),
  cues: {},
  ...change,
});

describe('measures of listening', () => {
  it('are all full for the truth itself', () => {
    expect(measured(truth, found(beats))).toMatchObject({
      'F 70 ms': 1,
      'F 20 ms': 1,
      'F 70 ms, best reading': 1,
      'F 70 ms, rules alone': 1,
      'F 70 ms, learned alone': 0,
      AMLt: 1,
      tempo: 1,
      'downbeat F': 1,
      'error ms': 0,
      'kick recall': 1,
    });
  });

  it('tell a delay: 40 ms is within 70 and not within 20', () => {
    const result = measured(truth, found(late(0.04)));
    expect(result).toMatchObject({
      'F 70 ms': 1,
      'F 20 ms': 0,
      AMLt: 1,
      'onset F 50 ms': 1,
      'onset F 25 ms': 0,
    });
    expect(result['error ms']).toBeCloseTo(40, 6);
  });

  it('accept twice, half and the off-beat by level only where continuity allows it', () => {
    const double = levels(beats)[2]!;
    expect(measured(truth, found(double))).toMatchObject({ AMLt: 1 });
    // Of 119 found, 60 are right: 2·60/(60 + 119).
    expect(measured(truth, found(double))['F 70 ms']).toBeCloseTo(120 / 179, 6);
    expect(continuity(beats, double)).toBeLessThan(0.05);
    expect(measured(truth, found(late(0.25)))).toMatchObject({ 'F 70 ms': 0 });
    expect(measured(truth, found(late(0.25))).AMLt).toBeGreaterThan(0.95);
    // 100 ms of 500 is 20 %, past the 17.5 % allowed.
    expect(measured(truth, found(late(0.1)))).toMatchObject({ AMLt: 0 });
  });

  it('count one missed beat once, and what follows it once more in continuity', () => {
    const missing = beats.filter((_, i) => i !== 30);
    expect(measured(truth, found(missing))['F 70 ms']).toBeCloseTo(118 / 119, 6);
    expect(continuity(beats, missing)).toBeCloseTo(58 / 60, 6);
  });

  it('take a tempo within four percent, and octaves apart', () => {
    const tempo = (bpm: number) => measured(truth, found(beats, { tempo: bpm }));
    expect([tempo(124.7).tempo, tempo(125).tempo]).toEqual([1, 0]);
    expect(tempo(60)).toMatchObject({ tempo: 0, 'tempo, octaves': 1 });
  });

  it('count as false only beats that are offered as trustworthy', () => {
    const none: Truth = {
      ...truth,
      beats: [],
      downbeats: null,
      tempo: null,
      onsets: null,
      duration: 60,
      category: 'nobeat',
    };
    const doubtful = [0.2, 0.49, 0.5, 0.9].map((confidence, time) => ({ time, confidence }));
    expect(measured(none, found([], { beats: doubtful }))).toEqual({ 'false beats/min': 2 });
  });

  it('are averaged over the pieces that have them, errors by their middle', () => {
    expect(
      summary([
        { 'F 70 ms': 1, 'error ms': 1 },
        { 'F 70 ms': 0.5, 'error ms': 9 },
        { 'false beats/min': 3, 'error ms': 2 },
      ]),
    ).toEqual({ 'F 70 ms': 0.75, 'error ms': 2, 'false beats/min': 3 });
  });
});

describe('reliability of confidences', () => {
  it('counts in fifths what came true, each truth once', () => {
    const claimed = [
      { time: 1, confidence: 0.95 },
      { time: 1.01, confidence: 0.1 },
      { time: 2, confidence: 1 },
      { time: 9, confidence: 0.9 },
    ];
    const bins = reliability(claims([1, 2], claimed, 0.05));
    expect(bins.map((b) => b.count)).toEqual([1, 0, 0, 0, 3]);
    expect(bins[4]!.right).toBeCloseTo(2 / 3, 9);
    expect(bins[0]!.right).toBe(0);
  });
});
