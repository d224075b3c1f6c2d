import { describe, expect, it } from 'vitest';
import { faultsOf, mendsOf, NOTHING_KNOWN } from '../../faults/index.ts';
import { filmOf, layersAt, steadyCost, withoutSteadying } from '../../film/index.ts';
import { writeKeySheet } from '../../handoff/csv/key-sheet.ts';
import { leftOut } from '../../handoff/left-out.ts';
import { planOfParts } from '../../testing/joined-plans.ts';
import { frameRate, frames, sourceFrames } from '../../time/index.ts';
import { PlanSchema, type Framing, type RampKey, type Steady } from '../index.ts';
import { frameShot } from './edit-framing.ts';
import { setRamp } from './edit-ramps.ts';
import { setShotClip, slipShot, splitShot, swapShots } from './edit-shots.ts';
import { steadyShots } from './edit-steadying.ts';
import { removeClip } from './edit-clips.ts';
import { withShots } from './with-shots.ts';

const at24 = frameRate(24);
const plan = planOfParts(at24, [
  { length: 24, in: 100, frames: 900 },
  { length: 24, in: 200, frames: 900 },
]);

/** A shake of one frame to the right and the next to the left, for the frames 90 to 190. */
const steady: Steady = {
  seconds: 1,
  first: sourceFrames(90),
  moves: Array.from({ length: 100 }, (_, k) => ({
    x: k % 2 === 0 ? 0.02 : -0.02,
    y: 0.01,
    rotation: 0.5,
    scale: 1,
  })),
};
const framing: Framing = { how: 'place', keep: { x: 0.2, y: 0.5 }, scale: 1.2 };
const steadied = frameShot(steadyShots(plan, [{ shot: 0, steady }]), 0, framing);
const lookOfShot = (p: typeof plan, index: number) => {
  const shot = p.score!.shots[index]!;
  return { steady: shot.steady, framing: shot.framing };
};
const LOOK = { steady, framing };
const NO_LOOK = { steady: undefined, framing: undefined };

describe('a steadied shot', () => {
  it('shows each source frame moved by what was kept for it, at one scale', () => {
    const scale = steadyCost(steady, plan.clips[0]!.size);
    expect(scale).toBeGreaterThan(1 / 0.96);
    for (const frame of [0, 1, 11, 23]) {
      const [layer] = layersAt(filmOf(steadied), frame);
      expect(layer!.source).toBe(100 + frame);
      expect(layer!.steadied).toEqual({ move: steady.moves[10 + frame], scale });
    }
    expect(layersAt(filmOf(steadied), 30)[0]!.steadied).toBeNull();
    expect(layersAt(filmOf(withoutSteadying(steadied)), 5)[0]!.steadied).toBeNull();
    expect(PlanSchema.parse(steadied)).toEqual(steadied);
  });

  it('keeps that and how its picture lies when it is slipped, sped, split, swapped and laid out anew', () => {
    expect(lookOfShot(slipShot(steadied, 0, 20), 0)).toEqual(LOOK);
    const ramp: RampKey[] = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
      { from: 'end', at: 0, speed: { num: 2, den: 1 }, ease: 'linear' },
    ];
    const sped = setRamp(steadied, 0, ramp);
    expect(lookOfShot(sped, 0)).toEqual(LOOK);
    for (const split of [splitShot(steadied, frames(10)), splitShot(sped, frames(10))])
      expect([lookOfShot(split, 0), lookOfShot(split, 1)]).toEqual([LOOK, LOOK]);
    const swapped = swapShots(steadied, 0, 1);
    expect([lookOfShot(swapped, 0), lookOfShot(swapped, 1)]).toEqual([NO_LOOK, LOOK]);
    const anew = (clip: string) =>
      withShots(
        steadied,
        [
          { start: frames(0), clip, sourceIn: sourceFrames(120) },
          { start: frames(30), clip: 'c1', sourceIn: sourceFrames(10) },
        ],
        { from: frames(0), to: frames(48) },
      );
    expect(lookOfShot(anew('c0'), 0)).toEqual(LOOK);
    expect(lookOfShot(anew('c1'), 0)).toEqual(NO_LOOK);
  });

  it('gives it up with its clip', () => {
    expect(lookOfShot(setShotClip(steadied, 0, 'c1'), 0)).toEqual(NO_LOOK);
    expect(lookOfShot(removeClip(steadied, 'c0'), 0)).toEqual(NO_LOOK);
    expect(lookOfShot(steadyShots(steadied, [{ shot: 0, steady: null }]), 0).steady).toBe(
      undefined,
    );
  });

  it('is refused where more than half of the picture would go', () => {
    const moves = [{ x: 0.3, y: 0, rotation: 0, scale: 1 }];
    expect(() => steadyShots(plan, [{ shot: 0, steady: { ...steady, moves } }])).toThrow(
      'would enlarge it more than twice',
    );
    expect(() => steadyShots(plan, [{ shot: 7, steady }])).toThrow('There is no shot 8.');
  });

  it('tells of frames that it shows beyond those that were steadied', () => {
    const short = (p: typeof plan) => faultsOf(p).filter(({ code }) => code === 'steady-short');
    expect(short(steadied)).toEqual([]);
    const slipped = slipShot(steadied, 0, 90);
    const [fault] = short(slipped);
    // It shows 190 to 213, and 189 is the last that was steadied.
    expect(fault).toMatchObject({ shot: 0, figures: { beyond: 24 } });
    const [mend] = mendsOf(slipped, fault!);
    expect(mend!.label).toBe('As it was filmed');
    expect(short(mend!.plan)).toEqual([]);
  });

  it('has its keys in the key sheet, each as the film shows it', () => {
    const rows = writeKeySheet(steadied)
      .split('\r\n')
      .filter((row) => row.startsWith('shot 1,steadied'));
    expect(rows).toHaveLength(4 * 24);
    const scale = steadyCost(steady, plan.clips[0]!.size);
    const eleventh = rows.filter((row) => row.split(',')[3] === '11').map((row) => row.split(','));
    expect(eleventh.map(([, , , , , , source, of, value]) => [source, of, Number(value)])).toEqual([
      ['111', 'scale', Math.round(scale * 1e6) / 1e4],
      ['111', 'x', Math.round(scale * -0.02 * 1e6) / 1e4],
      ['111', 'y', Math.round(scale * 0.01 * 1e6) / 1e4],
      ['111', 'rotation', 0.5],
    ]);
    expect(leftOut(steadied, 'edl').join(' ')).toContain('1 steadied shot as filmed');
  });
});

describe('the shake of a shot that a ramp speeds up', () => {
  /** A hand that goes there and back four times a second by ±0.4 % of the width. */
  const offAt = (frame: number) => ({ x: 0.004 * Math.sin((2 * Math.PI * 4 * frame) / 24), y: 0 });
  const known = {
    ...NOTHING_KNOWN,
    measuredOf: () => ({ movementAt: () => 2, offAt }),
  };
  const spedTo = (percent: number, p = plan) =>
    setRamp(p, 0, [
      { from: 'start', at: 0, speed: { num: percent, den: 100 }, ease: 'linear' },
      { from: 'end', at: 0, speed: { num: percent, den: 100 }, ease: 'linear' },
    ]);
  const told = (p: typeof plan) => faultsOf(p, known).filter(({ code }) => code === 'trembles');

  it('is told where the eye no longer follows it, and not as it was filmed', () => {
    expect(told(plan)).toEqual([]);
    expect(told(spedTo(110))).toEqual([]);
    const [fault] = told(spedTo(250));
    // Four times a second at 250 % is ten times a second.
    expect(fault!.figures).toMatchObject({ frames: 24 });
    expect((fault!.figures as { often: number }).often).toBeGreaterThan(8.5);
    expect((fault!.figures as { often: number }).often).toBeLessThan(11.5);
    expect(fault!.message).toContain('go there and back about');
  });

  it('is no more told once it is steadied, or where nothing was measured', () => {
    expect(told(spedTo(250, steadyShots(plan, [{ shot: 0, steady }])))).toEqual([]);
    expect(faultsOf(spedTo(250)).filter(({ code }) => code === 'trembles')).toEqual([]);
  });
});
