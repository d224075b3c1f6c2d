import { describe, expect, it } from 'vitest';
import { lockCut } from '../plan/edits/edit-cuts.ts';
import { NO_WISHES, type Plan, type Wishes } from '../plan/index.ts';
import { sampleClip, samplePlan } from '../testing/sample-plan.ts';
import { finished, frameRate, frames, rational } from '../time/index.ts';
import { conflictOf, type Conflict } from './conflict.ts';
import { proposals } from './propose.ts';
import { layOutSteadily } from './steady-layout.ts';

const wish = (of: Partial<Wishes>): Wishes => ({ ...NO_WISHES, ...of });

function conflict(plan: Plan, wishes: Wishes): Conflict | null {
  return finished(conflictOf(plan, wishes));
}

function layouts(plan: Plan): number {
  return finished(proposals(plan)).length;
}

const clipWish = (of: Partial<Wishes['clips'][string]>) => ({
  use: 'may' as const,
  most: null,
  speeds: [],
  ...of,
});

describe('a conflict', () => {
  it('is none where there is a layout', () => {
    expect(conflict(samplePlan(), NO_WISHES)).toBeNull();
  });

  it('names the limits that leave nothing, and by how many frames each must give way', () => {
    // One clip of 30 frames at the film's rate, and cuts locked 40 frames apart.
    const plan = {
      ...samplePlan(),
      target: frames(40),
      clips: [sampleClip('x', 'Short', frameRate(24), 30)],
    };
    const found = conflict(plan, wish({ shortest: frames(21), longest: frames(40) }))!;
    expect(found.limits).toContain('Shots last at least 21 frames');
    // Beats fall on 13, 26 and 39: shots of 26 and 14 last, no single one does.
    const shorter = found.mends.find((m) => m.text.startsWith('Let shots be as short'))!;
    expect(shorter.text).toBe('Let shots be as short as 14 frames, 7 fewer');
    for (const mend of found.mends) expect(layouts(mend.plan), mend.text).toBeGreaterThan(0);
  });

  it('is the smallest: what has no part in it is not named', () => {
    const wishes = wish({
      longest: frames(60),
      first: 'a',
      before: [{ clip: 'b', then: 'a' }],
      clips: { c: clipWish({ use: 'must' }), d: clipWish({ most: 9 }) },
    });
    const found = conflict(samplePlan(), wishes)!;
    expect(found.limits).toEqual([
      '“Street door” opens',
      '“Inking roller” comes before “Street door”',
    ]);
    expect(found.mends.map((m) => [m.text, m.enough])).toEqual([
      ['Let another clip open', true],
      ['Let “Street door” come first', true],
    ]);
    for (const mend of found.mends) expect(layouts(mend.plan), mend.text).toBeGreaterThan(0);
  });

  it('counts how often clips may be shown', () => {
    const clips = [
      sampleClip('x', 'X', frameRate(24), 400),
      sampleClip('y', 'Y', frameRate(24), 400),
    ];
    const wishes = wish({
      longest: frames(100),
      clips: { x: clipWish({ most: 5 }), y: clipWish({ most: 4 }) },
    });
    const found = conflict({ ...samplePlan(), clips }, wishes)!;
    // Seven beats, 90 frames, are the most that a shot of up to 100 lasts from beat to beat: twelve
    // shots, and nine are allowed.
    expect(found.mends.find((m) => m.text.includes('“X” be shown'))!.text).toBe(
      'Let “X” be shown 8 times',
    );
    // Nine shots of 120 would do, and 116 are nine beats: ten and a half of them are left for nine.
    const longer = found.mends.find((m) => m.text.startsWith('Let shots last'))!;
    expect(longer.by).toBeGreaterThanOrEqual(20);
    expect(longer.by).toBeLessThanOrEqual(30);
  });

  it('comes of locked cuts too, which are unlocked at a mend', () => {
    const laidOut = layOutSteadily(samplePlan());
    const [, one, two] = laidOut.score!.shots.map((s) => s.start);
    const locked = lockCut(lockCut(laidOut, 1, true), 2, true);
    const wishes = wish({
      pins: [{ clip: 'b', frame: one! }],
      together: [{ clip: 'b', then: 'c' }],
      before: [{ clip: 'd', then: 'c' }],
      first: 'a',
      // So long that nothing fits between the start and the first cut beside what opens.
      shortest: frames(20),
    });
    const found = conflict(locked, wishes)!;
    // What starts on the first cut ends on the second; unlocking that leaves no room for the fourth
    // clip either.
    const known = [
      'Shots last at least 20 frames',
      '“Street door” opens',
      `Cut 1 is locked on frame ${one}`,
      `“Inking roller” starts on frame ${one}`,
      '“Platen closes” comes right after “Inking roller”',
      '“Sheet, lifted” comes before “Platen closes”',
    ];
    for (const says of found.limits) expect(known).toContain(says);
    expect(found.limits).toContain('“Sheet, lifted” comes before “Platen closes”');
    expect(found.mends.length).toBeGreaterThan(1);
    expect(two).toBeGreaterThan(one!);
    for (const mend of found.mends) expect(layouts(mend.plan), mend.text).toBeGreaterThan(0);
  });

  it('offers to slow a clip that is too short', () => {
    const plan = {
      ...samplePlan(),
      target: frames(40),
      clips: [sampleClip('x', 'Short', frameRate(24), 30)],
    };
    const found = conflict(plan, wish({ shortest: frames(40), longest: frames(40) }))!;
    const slower = found.mends.find((m) => m.text.includes('be shown at'))!;
    expect(slower.text).toBe('Let “Short” be shown at 75 %');
    expect(slower.plan.wishes.clips.x!.speeds).toEqual([rational(1), rational(3, 4)]);
    expect(layouts(slower.plan)).toBeGreaterThan(0);
  });

  it('that cannot be mended by any limit is none', () => {
    expect(conflict({ ...samplePlan(), clips: [] }, NO_WISHES)).toBeNull();
  });
});
