import { describe, expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { addClips } from '../plan/edits/edit-clips.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';
import { withShots } from '../plan/edits/with-shots.ts';
import { newPlan, TERMS, type Plan } from '../plan/index.ts';
import { exactAnalysis, sampleClip } from '../testing/sample-plan.ts';
import { frameRate, frames, rational, samples, sourceFrames } from '../time/index.ts';
import type { Found } from './optimise/problem.ts';
import { gradeOf, gradesOf } from './proposal-grade.ts';
import { boundWords, proposalWords } from './proposal-words.ts';

const none = () => null;

/**
 * A film of 384 frames over 120 BPM at 24 fps, with a drop on frame 240 (bar 6) and these cuts;
 * each shot of another clip, from source frame 0 unless said.
 */
function film(starts: readonly number[], sourceIns: Readonly<Record<number, number>> = {}): Plan {
  const drop = { at: samples(48_000 * 10), strength: 1, confidence: 1 };
  const music = {
    ...{ media: 'a'.repeat(64), fileName: 'song.wav', outline: null },
    analysis: exactAnalysis(120, 48, { first: 0 }),
    found: { ...NOTHING_FOUND, drops: [drop] },
  };
  const clips = ['Door', 'Press'].map((name) => ({
    ...sampleClip(name, name, frameRate(24), 600),
    moments: [{ at: sourceFrames(100), kind: 'impact' as const, strength: 0.9 }],
  }));
  const empty = { ...newPlan('Words'), target: frames(384), pace: '2 beats' };
  const plan = addClips(
    setMusic({ ...empty, wishes: { ...empty.wishes, pacing: { kind: 'steady' } } }, music),
    clips,
  );
  return withShots(
    plan,
    starts.map((start, i) => ({
      ...{ start: frames(start), clip: i % 2 ? 'Press' : 'Door' },
      sourceIn: sourceFrames(sourceIns[i] ?? 40 * i),
    })),
    { from: frames(0), to: frames(384) },
  );
}

/** What was found, as far as words need it: shots, of which some have a moment that lands. */
const found = (plan: Plan, landed: Readonly<Record<number, number>> = {}): Found => ({
  cost: 0,
  costs: Object.fromEntries(TERMS.map((term) => [term, 0])) as Found['costs'],
  shots: plan.score!.shots.map((shot, i, all) => ({
    ...{ from: shot.start, to: frames(all[i + 1]?.start ?? 384), material: i % 2 },
    ...{ sourceIn: shot.sourceIn, speed: rational(1), begins: null },
    landed: i in landed ? { moment: sourceFrames(100), frame: frames(landed[i]!) } : null,
  })),
});
const wordsOf = (plan: Plan, of: Found) =>
  proposalWords(plan, { found: of, bound: null }, gradesOf(plan, of, none)).join(' ');

describe('what is said of a layout', () => {
  const even = Array.from({ length: 16 }, (_, i) => 24 * i);

  it('tells of a build, of what lands on the drop, and how it opens and closes', () => {
    const plan = film([0, 48, 96, 120, 144, 168, 180, 192, 204, 216, 228, 264, 312, 360]);
    const said = wordsOf(plan, found(plan, { 10: 240 }));
    // Four shots of 48, 48, 24 and 24 frames, and four of 12 before the drop.
    expect(said).toContain('Builds to the drop: from shots of about 36 frames to 12 frames.');
    expect(said).toContain('On the drop, bar 6, lands source frame 100 of “Door”.');
    expect(said).toContain('Opens with “Door”, 48 frames, and closes with “Press”, 24 frames.');
  });

  it('tells that nothing happens on the drop, or that a shot begins on it', () => {
    const plan = film(even);
    expect(wordsOf(plan, found(plan))).toContain('Goes on evenly to the drop');
    expect(wordsOf(plan, found(plan))).toContain('“Door” begins on the drop, bar 6.');
    const over = film(even.filter((at) => at !== 240));
    expect(wordsOf(over, found(over))).toContain(
      'No moment lands on the drop, bar 6: “Press” goes on over it.',
    );
  });

  it('of a stretch tells only of drops in it, and counts only its own shots that could land', () => {
    const plan = film(even);
    const { shots, ...whole } = found(plan, { 1: 36 });
    const stretch = { ...whole, shots: shots.slice(0, 4) };
    expect(wordsOf(plan, stretch)).not.toContain('on the drop');
    // One of four, of which every second is enough.
    expect(gradesOf(plan, stretch, none).events).toBe(1 / 2);
  });

  it('grades an even layout that shows nothing twice by its events alone, and names what is weakest', () => {
    const plan = film(even);
    const grades = gradesOf(plan, found(plan), none);
    expect(grades).toEqual({ pace: 1, cues: 1, events: 0, movement: 1, fresh: 1 });
    expect(gradeOf(grades)).toBe(80);
    expect(wordsOf(plan, found(plan))).toContain(
      'Weakest, 20 of 100: few shots have a moment that lands',
    );
    const landing = found(plan, Object.fromEntries(even.map((at, i) => [i, at + 12]).slice(0, 8)));
    expect(gradeOf(gradesOf(plan, landing, none))).toBe(100);
    expect(wordsOf(plan, landing)).not.toContain('Weakest');
  });

  it('counts time in which pictures are shown again, by hand: 24 of 384 frames', () => {
    const plan = film(even, { 2: 0 });
    expect(gradesOf(plan, found(plan), none).fresh).toBeCloseTo(1 - 24 / 384, 9);
  });

  it('counts lengths that are off by the half or the double as not wanted at all', () => {
    const plan = film([0, 48, 96, 144, 192, 240, 288, 336]);
    expect(gradesOf(plan, found(plan), none).pace).toBeCloseTo(0, 9);
  });

  it('says how far the best can be, rounded up, and nothing where that is not known', () => {
    const at = (cost: number, bound: number | null) =>
      boundWords({ found: { ...found(film(even)), cost }, bound });
    expect(at(10, 10)).toBe('There is none better for what it puts first.');
    expect(at(10.301, 10)).toBe('Within 3.1 % of the best there is for what it puts first.');
    expect(at(11.21, 10)).toBe('Within 13 % of the best there is for what it puts first.');
    expect(at(10, null)).toBeNull();
  });
});
