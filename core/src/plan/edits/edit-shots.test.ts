import { filmOf } from '../../film/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../../layout/index.ts';
import { frameRate, frames, rational, sourceFrames } from '../../time/index.ts';
import { lockCut, moveCut, moveCuts, removeCut } from './edit-cuts.ts';
import { longestShot, moveShot, showInShot, slipShot, splitShot, swapShots } from './edit-shots.ts';
import { readPlan } from '../upgrade/read-plan.ts';
import type { Plan } from '../schema/plan-schema.ts';
import { sectionOf, setShotLength, shared, type Payer } from './shot-length.ts';
import { speedsFor } from '../../film/speeds.ts';
import { takeRange } from './take-range.ts';
import { sampleClip, samplePlan } from '../../testing/sample-plan.ts';

const laidOut = () => layOutSteadily(samplePlan());
const startsOf = (plan: Plan) => plan.score!.shots.map((s) => s.start as number);
const lengthsOf = (plan: Plan) => filmOf(plan).shots.map((f) => f.length as number);
const clipsOf = (plan: Plan) => plan.score!.shots.map((s) => s.clip);

/** The sample with sections that start at some beats of the music, from 0. */
function withSections(...beats: number[]): Plan {
  const plan = laidOut();
  const { music } = plan;
  const sections = beats.map((i) => ({
    at: music!.analysis.beats[i]!.at,
    strength: 1,
    confidence: 1,
  }));
  return { ...plan, music: { ...music!, found: { ...music!.found, sections } } };
}

describe('a shot', () => {
  it('is split where the film stands, and goes on with the next frame of its clip at its speed', () => {
    const plan = showInShot(laidOut(), 1, {
      clip: 'b',
      sourceIn: sourceFrames(100),
      speed: rational(1, 2),
    });
    const [, second] = startsOf(plan);
    const split = splitShot(plan, second! + 10);
    expect(split.score!.shots).toHaveLength(plan.score!.shots.length + 1);
    // ⌊10 · ½ · 50/24⌋ = 10 source frames later.
    expect(split.score!.shots[2]).toMatchObject({
      clip: 'b',
      sourceIn: 110,
      speed: { num: 1, den: 2 },
    });
    expect(new Set(split.score!.shots.map((s) => s.id)).size).toBe(split.score!.shots.length);
    expect(readPlan(JSON.parse(JSON.stringify(split)))).toEqual(split);
    expect(removeCut(split, 2)).toEqual(plan);
    expect(() => splitShot(plan, second!)).toThrow('nothing to split');
    expect(() => splitShot(plan, 1080)).toThrow('nothing to split');
  });

  it('changes places with another, or moves among them; the cuts stay on the music', () => {
    const plan = laidOut();
    const swapped = swapShots(plan, 0, 2);
    expect(clipsOf(swapped).slice(0, 4)).toEqual(['c', 'b', 'a', 'd']);
    expect(startsOf(swapped)).toEqual(startsOf(plan));
    expect(swapShots(swapped, 2, 0)).toEqual(plan);
    expect(clipsOf(moveShot(plan, 0, 3)).slice(0, 5)).toEqual(['b', 'c', 'd', 'a', 'a']);
    expect(moveShot(moveShot(plan, 0, 3), 3, 0)).toEqual(plan);
    expect(() => swapShots(plan, 0, 99)).toThrow('no shot 100');
  });

  it('slips its source as far as the file goes', () => {
    const plan = laidOut();
    expect(slipShot(plan, 1, 7).score!.shots[1]!.sourceIn).toBe(plan.score!.shots[1]!.sourceIn + 7);
    expect(slipShot(plan, 1, -1000).score!.shots[1]!.sourceIn).toBe(0);
    const [, { length }] = filmOf(plan).shots as [unknown, { length: number }];
    // 500 frames at 50 fps; the shot reaches over ⌊(length − 1) · 50/24⌋ + 1.
    expect(slipShot(plan, 1, 1000).score!.shots[1]!.sourceIn).toBe(
      500 - Math.floor(((length - 1) * 50) / 24) - 1,
    );
    expect(() =>
      slipShot(showInShot(plan, 1, { clip: null, sourceIn: sourceFrames(0) }), 1, 3),
    ).toThrow('no clip');
  });

  it('can be as long as its clip lasts at its speed', () => {
    const plan = showInShot(laidOut(), 0, { clip: 'a', sourceIn: sourceFrames(200) });
    expect(longestShot(plan, 0)).toBe(40);
    const slow = showInShot(plan, 0, {
      clip: 'a',
      sourceIn: sourceFrames(200),
      speed: rational(1, 2),
    });
    expect(longestShot(slow, 0)).toBe(80);
  });
});

describe('a locked cut', () => {
  it('neither moves nor goes until it is unlocked', () => {
    const plan = lockCut(laidOut(), 3, true);
    expect(plan.score!.shots[3]!.locked).toBe(true);
    expect(() => moveCut(plan, 3, startsOf(plan)[3]! + 1)).toThrow('locked');
    expect(() => removeCut(plan, 3)).toThrow('locked');
    expect(lockCut(plan, 3, false)).toEqual(laidOut());
    expect(() => lockCut(plan, 0, true)).toThrow('no cut 0');
  });
});

it('several cuts move by as many frames, and the shots between them keep their lengths', () => {
  const plan = laidOut();
  const moved = moveCuts(plan, [4, 2, 3], 5);
  expect(
    startsOf(moved)
      .map((s, i) => s - startsOf(plan)[i]!)
      .slice(0, 6),
  ).toEqual([0, 0, 5, 5, 5, 0]);
  expect(moveCuts(moved, [2, 3, 4], -5)).toEqual(plan);
  expect(() => moveCuts(plan, [2, 3], 30)).toThrow('cannot go');
});

describe('the length of a shot', () => {
  it('is paid by the next shot, its section, the last shot, or the whole film', () => {
    const plan = withSections(0, 8, 16);
    const before = lengthsOf(plan);
    const after = (payer: Payer) => lengthsOf(setShotLength(plan, 1, before[1]! + 6, payer));
    const changes = (payer: Payer) => after(payer).map((l, i) => l - before[i]!);
    expect(changes('next').slice(0, 5)).toEqual([0, 6, -6, 0, 0]);
    expect(changes('last')).toEqual(
      before.map((_, i) => (i === 1 ? 6 : i === before.length - 1 ? -6 : 0)),
    );
    expect(changes('total')).toEqual(before.map((_, i) => (i === 1 ? 6 : 0)));
    // Eight beats at two a shot are four shots; the other three give two frames each.
    expect(sectionOf(plan, 1)).toEqual({ first: 0, last: 3 });
    expect(changes('section').slice(0, 5)).toEqual([-2, 6, -2, -2, 0]);
    expect(setShotLength(plan, 1, before[1]! + 6, 'total').score!.length).toBe(1086);
  });

  it('of the last shot is paid by the one before it', () => {
    const plan = laidOut();
    const last = plan.score!.shots.length - 1;
    expect(lengthsOf(setShotLength(plan, last, 10, 'next')).reduce((a, b) => a + b, 0)).toBe(1080);
  });

  it('cannot be paid by what has too little, nor move a locked cut', () => {
    const plan = laidOut();
    expect(() => setShotLength(plan, 1, 500, 'next')).toThrow('none left');
    expect(() => setShotLength(lockCut(plan, 5, true), 1, 30, 'last')).toThrow('Cut 5 is locked');
    expect(() => setShotLength(plan, 1, 0, 'next')).toThrow('at least 1 frame');
    expect(() => setShotLength(plan, 1, 2.5, 'next')).toThrow('at least 1 frame');
  });

  it('keeps the total exact and every shot a frame, whatever is asked', () => {
    const plan = withSections(0, 12, 40);
    fc.assert(
      fc.property(
        fc.nat(40),
        fc.integer({ min: 1, max: 120 }),
        fc.constantFrom<Payer>('next', 'section', 'last'),
        (index, length, payer) => {
          let changed: Plan;
          try {
            changed = setShotLength(plan, index, length, payer);
          } catch {
            return;
          }
          const lengths = lengthsOf(changed);
          expect(lengths[index]).toBe(length);
          expect(lengths.reduce((a, b) => a + b, 0)).toBe(1080);
          expect(Math.min(...lengths)).toBeGreaterThanOrEqual(1);
        },
      ),
      { numRuns: 300, seed: 2 },
    );
  });

  it('is shared in whole frames by largest remainders', () => {
    // Worked by hand: 60·7/100 = 4.2, 25·7/100 = 1.75, 15·7/100 = 1.05; the one left goes to the
    // largest part left.
    expect(shared([60, 25, 15], 7)).toEqual([4, 2, 1]);
    expect(shared([10, 10, 10], 2)).toBeNull();
    expect(shared([100, 1, 1], 4)).toEqual([2, 1, 1]);
  });
});

describe('a stretch of another layout', () => {
  it('takes the place of what was there, split at its ends where it has no cut', () => {
    const plan = laidOut();
    const other = layOutSteadily({ ...samplePlan(), pace: '1 bar' });
    const [from, to] = [startsOf(plan)[3]!, startsOf(plan)[9]!];
    const taken = takeRange(plan, other.score!, frames(from), frames(to));
    expect(startsOf(taken).filter((s) => s < from || s >= to)).toEqual(
      startsOf(plan).filter((s) => s < from || s >= to),
    );
    expect(startsOf(taken).filter((s) => s > from && s < to)).toEqual(
      startsOf(other).filter((s) => s > from && s < to),
    );
    expect(lengthsOf(taken).reduce((a, b) => a + b, 0)).toBe(1080);
    expect(readPlan(JSON.parse(JSON.stringify(taken)))).toEqual(taken);
    expect(() => takeRange(plan, other.score!, frames(to), frames(from))).toThrow(
      'inside the film',
    );
    expect(() =>
      takeRange(plan, { ...other.score!, length: frames(1000) }, frames(0), frames(9)),
    ).toThrow('1000 frames');
  });
});

it('a clip that is shown slower is read back so, and one too slow is refused', () => {
  const plan = showInShot(
    { ...laidOut(), clips: [...laidOut().clips, sampleClip('e', 'E', frameRate(24), 50)] },
    0,
    {
      clip: 'e',
      sourceIn: sourceFrames(0),
      speed: rational(2, 5),
    },
  );
  // ⌊(length − 1) · 2/5⌋ + 1 source frames at the film's own rate.
  const [first] = filmOf(plan).shots;
  expect(first!.sourceOut).toBe(Math.floor(((first!.length - 1) * 2) / 5) + 1);
  const broken = JSON.parse(JSON.stringify(plan)) as { score: { shots: { speed: unknown }[] } };
  broken.score.shots[0]!.speed = { num: 1, den: 1000 };
  expect(() => readPlan(broken)).toThrow('score.shots.0.speed');
});

it('the speeds that a clip is offered are the usual ones, its slowest clean one and those it has, each once', () => {
  const text = (speeds: readonly { num: number; den: number }[]) =>
    speeds.map((s) => `${s.num}/${s.den}`);
  expect(text(speedsFor({ rate: frameRate(120) }, frameRate(24)))).toEqual([
    '2/1',
    '1/1',
    '3/4',
    '1/2',
    '2/5',
    '1/4',
    '1/5',
  ]);
  expect(text(speedsFor({ rate: frameRate(24) }, frameRate(24), [rational(1, 3)]))).toEqual([
    ...['2/1', '1/1', '3/4', '1/2', '2/5', '1/3', '1/4'],
  ]);
});
