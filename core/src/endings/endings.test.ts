import { filmOf } from '../film/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analyseSound, NOTHING_FOUND, CHROMA_RATE, CHROMA_ROW } from '../listen/index.ts';
import { Tape } from '../testing/synthesis.ts';
import { newPlan, soundEnd, type Plan } from '../plan/index.ts';
import { setEnding, setMusic, setRegion } from '../plan/edits/edit-sounds.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { frames, samples } from '../time/index.ts';
import { endingChoices, type EndingChoice } from './choices.ts';
import { freeJoins, repeatedJoins } from './jumps.ts';
import { barLikeness } from './likeness.ts';

const RATE = 48000;
/** 120 BPM: a bar is 2 s, 48 frames at 24 fps. */
const BAR = 2 * RATE;

/**
 * A texture of bars of 2 s from 0.5 s on, each like all others of its letter; letters differ in
 * every value.
 */
function chromaAndTimbreOf(letters: string): Uint8Array {
  const rows = (0.5 + 2 * letters.length) * CHROMA_RATE;
  const chromaAndTimbre = new Uint8Array(rows * CHROMA_ROW);
  for (let row = 0; row < rows; row++) {
    const bar = Math.max(0, Math.floor((row / CHROMA_RATE - 0.5) / 2));
    const code = letters.charCodeAt(bar);
    for (let d = 0; d < CHROMA_ROW; d++)
      chromaAndTimbre[row * CHROMA_ROW + d] = 100 + ((code * 37 * (d + 3)) % 97);
  }
  return chromaAndTimbre;
}

/** A plan of a target over music of one bar a letter, which starts at the first. */
function planOf(letters: string, target: number): Plan {
  const analysis = exactAnalysis(120, 4 * letters.length);
  const music = {
    media: 'a'.repeat(64),
    fileName: 'press.wav',
    outline: null,
    analysis,
    found: NOTHING_FOUND,
  };
  return setMusic({ ...newPlan('Press'), target: frames(target) }, music);
}

/** The letters of the bars that a choice plays. */
function played(letters: string, { region, splices }: EndingChoice): string {
  const bar = (at: number) => Math.round((at - RATE / 2) / BAR);
  let [from, heard] = [bar(region.in), ''];
  for (const { leave, enter } of splices) {
    heard += letters.slice(from, bar(leave));
    from = bar(enter);
  }
  return heard + letters.slice(from, bar(region.out));
}

const choicesOf = (plan: Plan, letters: string) =>
  endingChoices(plan, plan.music!, chromaAndTimbreOf(letters));

describe('endings of music that is too long', () => {
  const letters = 'iiaabbaabbccaabbddee';

  it('fade onto the bar lines about the target, and at it', () => {
    const plan = planOf(letters, 500);
    const found = choicesOf(plan, letters).filter((c) => c.how === 'bar line' || c.how === 'fade');
    // Ten bars are 480 frames, eleven 528.
    expect(found.map((c) => [c.how, c.ends, c.error])).toEqual([
      ['bar line', 480, -20],
      ['bar line', 528, 28],
      ['fade', 500, 0],
    ]);
    expect(found.map((c) => c.fade / RATE)).toEqual([2, 2, expect.closeTo(20 / 24 + 2, 4)]);
  });

  it('splice where the bars are alike and keep the end', () => {
    const plan = planOf(letters, 10 * 48);
    const splices = choicesOf(plan, letters).filter((c) => c.how === 'splice');
    expect(splices.length).toBeGreaterThan(1);
    for (const choice of splices) {
      expect(choice.error).toBe(0);
      expect(played(letters, choice)).toHaveLength(10);
      expect(played(letters, choice).endsWith('ee')).toBe(true);
    }
    // The best leaves and enters among bars that are the very same before and after.
    expect(splices[0]!.likeness).toBeCloseTo(1, 6);
    const { leave, enter } = splices[0]!.splices[0]!;
    const at = (t: number) => Math.round((t - RATE / 2) / BAR);
    expect(letters.slice(at(leave) - 1, at(leave) + 1)).toBe(
      letters.slice(at(enter) - 1, at(enter) + 1),
    );
  });

  it('are taken into the plan: its cues follow, each bar of it counted once', () => {
    const plan = planOf(letters, 10 * 48);
    const best = choicesOf(plan, letters).find((c) => c.how === 'splice')!;
    const ended = setEnding(plan, plan.music!.id, best);
    expect(soundEnd(ended.music!, plan.rate)).toBe(10 * 48);
    const bars = filmOf(ended).cues.filter((c) => c.kind === 'downbeat');
    expect(bars.map((c) => [c.bar, c.frame])).toEqual(
      Array.from({ length: 10 }, (_, i) => [i + 1, 48 * i]),
    );
    expect(choicesOf(ended, letters)[0]).toMatchObject({
      how: 'as it is',
      error: 0,
      splices: best.splices,
    });
    // A region that no longer goes through the splice drops it.
    const { leave } = best.splices[0]!;
    const shorter = setRegion(ended, plan.music!.id, leave, ended.music!.region.out);
    expect(shorter.music!.splices).toEqual([]);
  });
});

describe('endings of music that is too short', () => {
  it('repeat bars that are alike, once or several times', () => {
    const letters = 'iabcabcabde';
    const plan = planOf(letters, 17 * 48);
    const splices = choicesOf(plan, letters).filter((c) => c.how === 'splice');
    expect(splices.map((c) => played(letters, c))).toContain('iabcabcabcabcabde');
    expect(splices[0]!.likeness).toBeCloseTo(1, 6);
    for (const choice of splices)
      expect([choice.error, played(letters, choice).length]).toEqual([0, 17]);
    // Nothing fades onto a bar line that the file does not have.
    expect(choicesOf(plan, letters).some((c) => c.how === 'fade')).toBe(false);
  });

  it('are told as they are where nothing can be done', () => {
    const plan = planOf('ab', 9999);
    expect(choicesOf(plan, 'ab').filter((c) => c.how !== 'bar line')).toMatchObject([
      { how: 'as it is', error: 96 - 9999 },
    ]);
    const late = { ...plan.music!, place: frames(10_000) };
    expect(endingChoices({ ...plan, music: late }, late, null)).toHaveLength(1);
  });
});

it('finds a way of several joins that is better than any of one', () => {
  // From the start to b there is a good join, from there on to the end another; none goes all the
  // way.
  const letters = 'xabcpqrsabtuvwtuyz';
  const chromaAndTimbre = chromaAndTimbreOf(letters);
  const lines = Array.from({ length: letters.length + 1 }, (_, i) => samples(RATE / 2 + i * BAR));
  const likeness = barLikeness(chromaAndTimbre, lines, RATE);
  const last = letters.length - 1;
  const wanted = last - 7 - 4;
  const one = repeatedJoins(last, wanted, likeness, 1)[0]!;
  const two = freeJoins(last, wanted, 2, likeness)!;
  expect(one.weakest).toBeLessThan(0.9);
  expect(two.weakest).toBeCloseTo(1, 6);
  expect(two.joins.map((j) => j.enter - j.leave)).toEqual([7, 4]);
});

it('plays exactly the bars wanted, whatever is asked', () => {
  const letters = 'abcdabcdefefgh';
  const lines = Array.from({ length: letters.length + 1 }, (_, i) => samples(RATE / 2 + i * BAR));
  const likeness = barLikeness(chromaAndTimbreOf(letters), lines, RATE);
  fc.assert(
    fc.property(
      fc.integer({ min: 6, max: 60 }),
      fc.integer({ min: 1, max: 4 }),
      (wanted, joins) => {
        const last = letters.length - 1;
        const ways = [
          ...repeatedJoins(last, wanted, likeness, 5),
          freeJoins(last, wanted, joins, likeness),
        ];
        for (const way of ways) {
          if (!way) continue;
          const added = way.joins.reduce((sum, j) => sum + j.leave - j.enter, 0);
          expect(last + added).toBe(wanted);
          let from = 0;
          for (const { leave, enter } of way.joins) {
            expect(leave).toBeGreaterThan(from);
            expect(enter).toBeGreaterThanOrEqual(0);
            from = enter;
          }
          expect(from).toBeLessThan(last);
        }
      },
    ),
  );
});

it('hears from the sound itself which bars are alike', () => {
  // Bars of chords: A minor, F, C and G in a round, played in other colours later on; 120 BPM,
  // eight rounds.
  const chords = [
    [57, 60, 64],
    [53, 57, 60],
    [55, 60, 64],
    [55, 59, 62],
  ];
  const tape = new Tape(65, 22050);
  for (let bar = 0; bar < 32; bar++)
    for (let beat = 0; beat < 4; beat++) {
      const at = 0.5 + 2 * bar + beat / 2;
      if (beat === 0) tape.kick(at);
      if (bar >= 16) tape.hat(at);
      for (const note of chords[bar % 4]!) tape.pluck(at, note, 0.45, bar >= 16 ? 0.3 : 0.15);
    }
  const findings = analyseSound([tape.samples], tape.sampleRate);
  const music = {
    media: 'a'.repeat(64),
    fileName: 'round.wav',
    outline: null,
    analysis: exactAnalysis(120, 128, { sampleRate: tape.sampleRate }),
    found: NOTHING_FOUND,
  };
  // Twenty-four bars of the thirty-two: eight fewer, two rounds.
  const plan = setMusic({ ...newPlan('Round'), target: frames(24 * 48) }, music);
  const [best] = endingChoices(plan, plan.music!, findings.chromaAndTimbre).filter(
    (c) => c.how === 'splice',
  );
  expect(best!.likeness).toBeGreaterThan(0.8);
  const { leave, enter } = best!.splices[0]!;
  const barOf = (t: number) => Math.round((t / tape.sampleRate - 0.5) / 2);
  // On the same side of the change of colour: eight bars within it are two rounds.
  expect(barOf(enter) - barOf(leave)).toBe(8);
  expect(barOf(leave) >= 16 || barOf(enter) <= 16).toBe(true);
});
