import { changeRate } from './change-rate.ts';
import { filmOf } from '../../film/index.ts';
import { describe, expect, it } from 'vitest';
import { NOTHING_FOUND } from '../../listen/index.ts';
import { frameRate, frames, samples } from '../../time/index.ts';
import { beatsOnFrames } from '../../film/beats-on-frames.ts';
import {
  addSound,
  asHeard,
  chooseReading,
  correctBeats,
  editCues,
  nameSection,
  placeSound,
  removeSound,
  setMusic,
  switchCues,
  type NewSound,
} from './edit-sounds.ts';
import { readPlan } from '../upgrade/read-plan.ts';
import type { Plan } from '../schema/plan-schema.ts';
import { sectionOfSound } from '../../film/sound-section.ts';
import { cuesOfSound, correctedBeats } from '../../film/sound-cues.ts';
import { exactAnalysis, samplePlan } from '../../testing/sample-plan.ts';

const cue = (at: number, strength = 0.8) => ({ at: samples(at), strength, confidence: 0.9 });

/** A voice of two seconds at 48 kHz with words at 0.5 and 1.25 s and nothing else. */
const voice: NewSound = {
  media: 'd'.repeat(64),
  fileName: 'line.wav',
  outline: null,
  analysis: {
    ...exactAnalysis(120, 4),
    length: samples(96000),
    beats: [],
    downbeats: [],
    tempo: null,
    confidence: 0,
  },
  found: { ...NOTHING_FOUND, words: [cue(24000), cue(60000, 0.3)] },
};

const withVoice = (): Plan =>
  placeSound(addSound(samplePlan(), voice, 'voice'), 'sound-2', frames(240));
const ofVoice = (plan: Plan) => filmOf(plan).cues.filter((c) => c.sound === 'sound-2');

describe('several sounds', () => {
  it('feed their cues into the plan from their place', () => {
    // At 24 fps the words at 0.5 and 1.25 s fall 12 and 30 frames after frame 240.
    expect(ofVoice(withVoice()).map((c) => [c.kind, c.frame])).toEqual([
      ['word', 252],
      ['word', 270],
    ]);
    expect(ofVoice(withVoice())[0]!.bar).toBeGreaterThan(1);
  });

  it('do not add beats beside those of the music', () => {
    const second = { ...samplePlan().music!, media: 'e'.repeat(64) };
    const plan = addSound(samplePlan(), second, 'music');
    expect(filmOf(plan).cues.filter((c) => c.sound !== plan.music!.id)).toEqual([]);
    expect(filmOf(plan).beats).toHaveLength(96);
  });

  it('keep their time when the rate changes, and go when removed', () => {
    const plan = changeRate(withVoice(), frameRate(30));
    expect(plan.sounds[0]!.place).toBe(300);
    expect(removeSound(plan, 'sound-2').sounds).toEqual([]);
    expect(removeSound(plan, plan.music!.id).music).toBeNull();
  });

  it('keep what the person did when the same file is heard anew', () => {
    const named = nameSection(withVoice(), 'sound-2', samples(0), 'Welcome');
    const anew = addSound(named, { ...voice, found: NOTHING_FOUND }, 'voice');
    expect(anew.sounds).toHaveLength(1);
    expect(anew.sounds[0]).toMatchObject({
      place: 240,
      sectionNames: [{ at: 0, name: 'Welcome' }],
      found: NOTHING_FOUND,
    });
  });
});

describe('switches and thresholds', () => {
  it('let a kind through from a strength on, or not at all', () => {
    const strong = switchCues(withVoice(), 'sound-2', 'word', { on: true, least: 0.5 });
    expect(ofVoice(strong).map((c) => c.frame)).toEqual([252]);
    expect(ofVoice(switchCues(strong, 'sound-2', 'word', { on: false, least: 0 }))).toEqual([]);
  });

  it('do not change on what a steady lay-out is built', () => {
    const plan = samplePlan();
    const off = switchCues(plan, plan.music!.id, 'beat', { on: false, least: 0 });
    expect(filmOf(off).cues.every((c) => c.kind === 'downbeat')).toBe(true);
    expect(filmOf(off).beats).toEqual(filmOf(plan).beats);
  });
});

describe('cues by hand', () => {
  it('are added with a name, moved and deleted', () => {
    const edited = editCues(withVoice(), 'sound-2', [
      { kind: 'hand', from: null, to: samples(48000), name: 'Look up' },
      { kind: 'word', from: samples(24010), to: samples(25000) },
      { kind: 'word', from: samples(60000), to: null },
    ]);
    expect(cuesOfSound(edited.sounds[0]!).map((c) => [c.kind, c.at, c.name])).toEqual([
      ['word', 25000, undefined],
      ['hand', 48000, 'Look up'],
    ]);
  });

  it('carry the name of a section', () => {
    const sections = { ...voice, found: { ...NOTHING_FOUND, sections: [cue(48000)] } };
    const plan = nameSection(
      addSound(samplePlan(), sections, 'voice'),
      'sound-2',
      samples(48000),
      'Verse',
    );
    expect(cuesOfSound(plan.sounds[0]!)[0]).toMatchObject({ kind: 'section', name: 'Verse' });
    expect(nameSection(plan, 'sound-2', samples(48000), ' ').sounds[0]!.sectionNames).toEqual([]);
  });
});

describe('corrections in the plan', () => {
  it('can be taken back as a whole', () => {
    const plan = samplePlan();
    const corrected = correctBeats(plan, plan.music!.id, { do: 'halve' });
    expect(correctedBeats(corrected.music!).beats).toHaveLength(48);
    expect(asHeard(corrected, plan.music!.id).music!.corrections).toEqual([]);
    expect(() => correctBeats(plan, 'none', { do: 'halve' })).toThrow(/not in the plan/);
  });
});

describe('readings of a sound', () => {
  const plan = samplePlan();
  const { id, analysis } = plan.music!;
  const later = {
    ...{ as: 'half-later' as const, likelihood: 0.2, beatsPerBar: 4, bars: analysis.downbeats },
    ...{ from: samples(0), to: samples(240_000) },
    beats: analysis.beats.map((b) => samples(b.at + 12_000)),
  };
  const heard: Plan = {
    ...plan,
    music: { ...plan.music!, analysis: { ...analysis, readings: [later] } },
  };

  it('are saved with it, and a plan saved before there were any has none', () => {
    expect(readPlan(heard).music!.analysis.readings).toEqual([later]);
    const { readings: _none, ...before } = analysis;
    const old = { ...plan, music: { ...plan.music!, analysis: before } };
    expect(readPlan(old).music!.analysis.readings).toEqual([]);
  });

  it('are chosen for all or within a stretch, and what is chosen can be saved', () => {
    const chosen = chooseReading(heard, id, later);
    expect(correctedBeats(chosen.music!).beats.map((b) => b.at)).toEqual(later.beats);
    expect(readPlan(chosen)).toEqual(chosen);
    const within = { from: samples(480_000), to: samples(960_000) };
    const partly = correctedBeats(chooseReading(heard, id, later, within).music!).beats;
    const moved = partly.filter((b) => later.beats.includes(b.at)).map((b) => b.at);
    expect(moved).toEqual(later.beats.filter((at) => at >= 480_000 && at < 960_000));
    expect(() => chooseReading(heard, 'none', later)).toThrow(/not in the plan/);
  });

  it('are for the section at a position', () => {
    const starts = [samples(240_000), samples(960_000)];
    const cues = starts.map((to) => ({ kind: 'section' as const, from: null, to }));
    const sectioned = editCues(heard, id, cues).music!;
    const around = (at: number) => Object.values(sectionOfSound(sectioned, samples(at)));
    expect(around(0)).toEqual([0, 240_000]);
    expect(around(240_000)).toEqual([240_000, 960_000]);
    expect(around(2_000_000)).toEqual([960_000, analysis.length]);
  });
});

describe('sounds of one id', () => {
  it('are refused', () => {
    const plan = withVoice();
    expect(() => readPlan({ ...plan, sounds: [...plan.sounds, plan.sounds[0]] })).toThrow(
      'Two sounds have the same id',
    );
    expect(setMusic(plan, voice).music!.id).not.toBe('sound-2');
  });
});

describe('beats against frames', () => {
  it('tell the worst and the mean offset at a rate, none without beats', () => {
    // 112 BPM at 24 fps: beat i at i·90/7 frames, so offsets of 0 to 3 sevenths of a frame of 41.67
    // ms.
    const fit = beatsOnFrames(samplePlan().music!, frameRate(24))!;
    expect(fit.worstFrames).toBeCloseTo(3 / 7, 3);
    expect(fit.worstMilliseconds).toBeCloseTo(((3 / 7) * 1000) / 24, 1);
    // In seven beats the offsets are 0, 1, 2, 3, 3, 2 and 1 sevenths: 12 of 49 of a frame on
    // average.
    expect(fit.meanMilliseconds).toBeCloseTo(((12 / 49) * 1000) / 24, 0);
    // 120 BPM is locked at 24 fps: 12 frames a beat.
    const locked = setMusic(samplePlan(), {
      ...voice,
      media: '1'.repeat(64),
      analysis: exactAnalysis(120, 20),
    });
    expect(beatsOnFrames(locked.music!, frameRate(24))!.worstMilliseconds).toBeCloseTo(0, 9);
    expect(beatsOnFrames(withVoice().sounds[0]!, frameRate(24))).toBeNull();
  });
});
