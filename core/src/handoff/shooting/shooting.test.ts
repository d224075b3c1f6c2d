import { describe, expect, it } from 'vitest';
import { joinOf, planOfParts } from '../../testing/joined-plans.ts';
import { frameRate, rational, rateLabel } from '../../time/index.ts';
import { PlanSchema } from '../../plan/index.ts';
import { SHOOTING_CSV, SHOOTING_PAGE } from './sheet.ts';
import { shootingList, shootWords } from './shooting-list.ts';

const film = frameRate(24);
const part = { in: 100, frames: 900, rate: film };
const plan = planOfParts(film, [
  { ...part, length: 48 },
  { ...part, length: 24, speed: rational(1, 2) },
  { ...part, length: 36, join: joinOf('whip-pan', 6, 6, { pictures: 'overlap' }) },
]);

describe('a shooting list', () => {
  it('asks for the length with handles, at the rate that slowing needs', () => {
    const [first, second, third] = shootingList(plan);
    expect(first!.seconds).toBeCloseTo(2, 9);
    expect(rateLabel(first!.rate)).toBe('24');
    // Slowed to 50 % in a film of 24 it asks for 48 (worked by hand), and half the time.
    expect(rateLabel(second!.rate)).toBe('48');
    expect(second!.after).toBeCloseTo(3 / 24, 2);
    expect(third!.before).toBeCloseTo(6 / 24, 9);
    expect(third!.seconds).toBeCloseTo((36 + 6) / 24, 9);
  });

  it('asks for a wider frame where moves scale it, and says which way neighbours go', () => {
    const [, second, third] = shootingList(plan);
    expect(second!.wider).toBeGreaterThan(1);
    expect(third!.head).toMatch(
      /^the camera lets the picture go \w+.*, as in “Clip 1” \(whip pan\)$/,
    );
    expect(shootWords(third!).join(' ')).toContain('times as wide as it is to be seen');
  });

  it('says which way the cameras beside it go at the cut, where they were watched', () => {
    // The clip before it pans so that its picture goes left; the one after it goes in.
    const cameras = new Map([
      ['Clip 0', { dx: -0.01, dy: 0, zoom: 0 }],
      ['Clip 2', { dx: 0, dy: 0, zoom: 0.02 }],
    ]);
    const shiftOf = ({ name }: { name: string }) => cameras.get(name) ?? null;
    const second = shootingList(plan, shiftOf)[1]!;
    expect(second.head).toBe(
      'the picture of “Clip 0” before it goes left, and flows on where this one does so too',
    );
    expect(second.tail).toMatch(/whip pan\); the picture of “Clip 2” after it grows, and flows on/);
    const keyAt = (from: 'start' | 'end') =>
      ({ from, at: 0, speed: rational(-1), ease: 'linear' }) as const;
    // Backwards it is seen to go the other way.
    const back = planOfParts(film, [
      { ...part, in: 500, length: 48, ramp: [keyAt('start'), keyAt('end')] },
      { ...part, length: 24 },
    ]);
    expect(shootingList(back, shiftOf)[1]!.head).toContain('goes right');
    // What rests asks for nothing.
    const rests = shootingList(plan, () => ({ dx: 0.0005, dy: 0, zoom: 0 }))[1]!;
    expect(rests.head).toBe('');
  });

  it('says how near the camera is and what is to happen', () => {
    const wanted = { framing: 'close' as const, action: 'the lid falls' };
    const told = {
      ...plan,
      clips: plan.clips.map((clip, i) => (i === 1 ? { ...clip, wanted } : clip)),
    };
    expect(PlanSchema.parse(told)).toEqual(told);
    const words = shootWords(shootingList(told)[1]!).join(' ');
    expect(words).toContain('Close. ');
    expect(words).toContain('Action: the lid falls.');
  });

  it('leaves out what has its file, and stands as a table and a page', () => {
    const filed = {
      ...plan,
      clips: plan.clips.map((clip, i) => (i === 0 ? { ...clip, content: 'b'.repeat(64) } : clip)),
    };
    expect(shootingList(filed).map(({ shot }) => shot)).toEqual([1, 2]);
    expect(SHOOTING_CSV.write(filed).trim().split('\r\n')).toHaveLength(3);
    expect(SHOOTING_PAGE.write(filed)).toContain('2 clips to shoot, 2 uses in the film.');
  });
});
