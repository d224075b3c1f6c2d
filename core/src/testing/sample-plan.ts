import { NOTHING_FOUND, type Analysis } from '../listen/index.ts';
import {
  beatsPerMinute,
  frameRate,
  frames,
  samples,
  sourceFrames,
  type FrameRate,
} from '../time/index.ts';
import { newPlan } from '../plan/schema/new-plan.ts';
import type { Clip } from '../plan/schema/clip-schema.ts';
import type { Plan } from '../plan/schema/plan-schema.ts';
import { addClips } from '../plan/edits/edit-clips.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';

/**
 * A heard piece with beats exactly where arithmetic puts them: `count` beats from `first` seconds,
 * four in a bar.
 */
export function exactAnalysis(
  tempo: number,
  count: number,
  { sampleRate = 48000, first = 0.5, pickup = 0 } = {},
): Analysis {
  const beats = Array.from({ length: count }, (_, i) => ({
    at: samples(Math.round((first + (i * 60) / tempo) * sampleRate)),
    strength: i % 4 === pickup ? 1 : 0.6,
    confidence: 0.9,
  }));
  return {
    sampleRate,
    length: samples(Math.round((first + (count * 60) / tempo) * sampleRate)),
    beats,
    downbeats: beats.map((_, i) => i).filter((i) => i % 4 === pickup),
    beatsPerBar: 4,
    tempo: beatsPerMinute(tempo),
    confidence: 0.9,
    readings: [],
  };
}

/** A clip entered by hand. */
export function sampleClip(id: string, name: string, rate: FrameRate, length: number): Clip {
  return {
    id,
    name,
    fileName: `${name.toLowerCase().replaceAll(' ', '-')}.mp4`,
    rate,
    frames: sourceFrames(length),
    size: { width: 1920, height: 1080 },
    start: sourceFrames(0),
    dropFrame: false,
    usable: { in: sourceFrames(0), out: sourceFrames(length) },
    poster: null,
    moments: [],
    declined: [],
  };
}

/** 45 s at 24 fps over 112 BPM with four clips at four rates, not laid out. */
export function samplePlan(): Plan {
  const clips = [
    sampleClip('a', 'Street door', frameRate(24), 240),
    sampleClip('b', 'Inking roller', frameRate(50), 500),
    sampleClip('c', 'Platen closes', frameRate(120), 900),
    sampleClip('d', 'Sheet, lifted', frameRate(60000, 1001), 600),
  ];
  const music = {
    media: 'a'.repeat(64),
    fileName: 'teaser.wav',
    outline: null,
    analysis: exactAnalysis(112, 96),
    found: NOTHING_FOUND,
  };
  return addClips(setMusic({ ...newPlan('Open day teaser'), target: frames(1080) }, music), clips);
}
