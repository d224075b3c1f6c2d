import { describe, expect, it } from 'vitest';
import { faultsOf } from '../faults/index.ts';
import { filmOf } from '../film/index.ts';
import { seeded } from '../numbers/seeded.ts';
import { CaesuraError, finished } from '../time/index.ts';
import { conflictOf } from './conflict.ts';
import { layOutRequest, layoutReport } from './layout-report.ts';
import { limitsAsked, type Asked, type Limit } from './limits.ts';
import type { Problem } from './optimise/problem.ts';
import { problemOf, usableClips } from './problem-of.ts';
import { planOfRequest } from './request.ts';

type Request = Record<string, unknown>;

describe('how long a clip lasts', () => {
  it.each<[string, Request]>([
    [
      'a shot of 25 frames at 24 fps from 26 frames at 25, stepped frame by frame',
      {
        rate: '24',
        target: '25f',
        pace: '25f',
        shortest: 25,
        longest: 25,
        clips: [{ name: 'A', rate: '25', frames: 26 }],
      },
    ],
    [
      'ten frames at 24 fps with a handle at either end from 13 at 25',
      {
        rate: '24',
        target: '10f',
        pace: '10f',
        shortest: 10,
        longest: 10,
        handles: 1,
        clips: [{ name: 'A', rate: '25', frames: 13 }],
      },
    ],
  ])('is enough for %s', (_what, request) => {
    const report = layoutReport(request);
    expect(report.conflict).toBeNull();
    const plan = layOutRequest(request);
    expect(faultsOf(plan)).toEqual([]);
    const { handles } = plan.wishes;
    for (const { time, length, clip } of filmOf(plan).shots)
      for (let k = -handles; k < length + handles; k++) {
        expect(time!.at(k)).toBeGreaterThanOrEqual(0);
        expect(time!.at(k)).toBeLessThan(clip!.frames);
      }
  });

  it('is a frame too short where stepping says so', () => {
    const request = (frames: number) => ({
      rate: '24',
      target: '25f',
      pace: '25f',
      shortest: 25,
      longest: 25,
      clips: [{ name: 'A', rate: '25', frames }],
    });
    expect(layoutReport(request(26)).conflict).toBeNull();
    expect(layoutReport(request(25)).conflict!.limits).toContain('Shots last at least 25 frames');
  });
});

/**
 * Whether a problem has a layout, by trying every sequence of cuts and clips: another way than that
 * of the search.
 */
function tried({ plan, wishes }: Asked): boolean {
  let problem: Problem;
  try {
    if (usableClips(plan, wishes).length === 0) return false;
    problem = problemOf(plan, wishes);
  } catch (error) {
    if (error instanceof CaesuraError) return false;
    throw error;
  }
  const { candidates, materials, shortest, longest, handles, first, last } = problem;
  const end = candidates.length - 1;
  const lasts = (m: number, length: number): boolean => {
    const { frames, usable, stride, speeds } = materials[m]!;
    return speeds.some((speed) => {
      const at = (k: number) => Math.floor((k * stride.num * speed.num) / (stride.den * speed.den));
      for (let start = usable.in as number; start < usable.out; start++) {
        const inside = start + at(length - 1) < usable.out && start + at(-handles.before) >= 0;
        if (inside && start + at(length - 1 + handles.after) < frames) return true;
      }
      return false;
    });
  };
  const known = new Map<string, boolean>();
  const canLast = (m: number, length: number): boolean => {
    const key = `${m} ${length}`;
    if (!known.has(key)) known.set(key, lasts(m, length));
    return known.get(key)!;
  };
  const failed = new Set<string>();
  const from = (place: number, shown: readonly number[]): boolean => {
    if (place === end) return materials.every(({ must }, m) => !must || shown.includes(m));
    const state = `${place} ${shown.at(-1)} ${[...shown].sort().join()}`;
    if (failed.has(state)) return false;
    for (let to = place + 1; to <= end; to++) {
      const length = candidates[to]!.frame - candidates[place]!.frame;
      const held = candidates[place]!.locked && candidates[to]!.locked;
      if (length <= longest && (length >= shortest || held))
        for (let m = 0; m < materials.length; m++) {
          if (wishes.order === 'kept' && m !== shown.length % materials.length) continue;
          const uses = shown.filter((x) => x === m).length;
          if (uses >= materials[m]!.most || !canLast(m, length)) continue;
          if (place === 0 && first !== null && m !== first) continue;
          if (to === end && last !== null && m !== last) continue;
          if ((candidates[place]!.starts ?? m) !== m) continue;
          if (problem.before.some(([one, next]) => next === m && !shown.includes(one))) continue;
          const previous = shown.at(-1);
          const led = problem.together.find(([one]) => one === previous);
          if (led && led[1] !== m) continue;
          const leader = problem.together.find(([, next]) => next === m);
          if (leader && leader[0] !== previous) continue;
          if (to === end && problem.together.some(([one]) => one === m)) continue;
          if (from(to, [...shown, m])) return true;
        }
      if (candidates[to]!.locked || length > longest) break;
    }
    failed.add(state);
    return false;
  };
  return from(0, []);
}

/** A small request of which there may be no layout. */
function randomRequest(n: number): Request {
  const chance = seeded(n);
  const one = <T>(of: readonly T[]): T => of[Math.floor(chance() * of.length)]!;
  const names = ['A', 'B', 'C'].slice(0, 1 + Math.floor(chance() * 3));
  const clips = names.map((name) => ({
    name,
    rate: one(['24', '25', '30']),
    frames: 10 + Math.floor(chance() * 40),
    use: one(['may', 'may', 'must']),
    most: one([null, null, 1, 2]),
  }));
  const target = 30 + Math.floor(chance() * 50);
  return {
    rate: '24',
    target: `${target}f`,
    pace: '12f',
    shortest: 6 + Math.floor(chance() * 8),
    longest: 14 + Math.floor(chance() * 10),
    order: one(['free', 'free', 'kept']),
    handles: one([0, 0, 2]),
    first: one([null, null, ...names]),
    last: one([null, null, ...names]),
    locks: chance() < 0.4 ? [8 + Math.floor(chance() * 20)] : [],
    before: names.length > 1 && chance() < 0.3 ? [[names[1], names[0]]] : [],
    together: names.length > 1 && chance() < 0.3 ? [[names[0], names[1]]] : [],
    cues: Array.from({ length: 6 }, () => ({ at: (chance() * target) / 24 })),
    clips,
  };
}

describe('a conflict that is told', () => {
  it('is one by trying everything, and none of its limits can be left out', () => {
    let told = 0;
    for (let n = 1; n <= 160; n++) {
      const { plan } = planOfRequest(randomRequest(n));
      const asked: Asked = { plan, wishes: plan.wishes };
      const conflict = finished(conflictOf(plan));
      if (!conflict) {
        // There is a layout, or none however loose it is.
        const loosest = limitsAsked(asked).reduce((a, l) => l.loosened(a, l.steps), asked);
        expect(tried(asked) || !tried(loosest), `request ${n}`).toBe(true);
        continue;
      }
      told++;
      expect(conflict.certain).toBe(true);
      const limits = limitsAsked(asked);
      const kept = limits.filter(({ says }) => conflict.limits.includes(says));
      const loosened = (but: readonly Limit[]) =>
        limits
          .filter((limit) => !but.includes(limit))
          .reduce((a, limit) => limit.loosened(a, limit.steps), asked);
      expect(tried(loosened(kept)), `request ${n}: ${conflict.limits.join('; ')}`).toBe(false);
      for (const limit of kept)
        expect(
          tried(loosened(kept.filter((k) => k !== limit))),
          `request ${n}, ${limit.says}`,
        ).toBe(true);
      for (const mend of conflict.mends)
        if (mend.enough)
          expect(tried({ plan: mend.plan, wishes: mend.plan.wishes }), mend.text).toBe(true);
    }
    expect(told).toBeGreaterThan(30);
  });
});

describe('the order in which clips were added', () => {
  it('changes nothing in a layout in free order', () => {
    for (let n = 1; n <= 12; n++) {
      const chance = seeded(100 + n);
      const clips = Array.from({ length: 5 }, (_, i) => ({
        name: `Clip ${i}`,
        rate: ['24', '25', '50', '60000/1001'][Math.floor(chance() * 4)]!,
        frames: 60 + Math.floor(chance() * 200),
        moments: [Math.floor(chance() * 60)],
      }));
      const request = (list: typeof clips) => ({
        rate: '24',
        target: '12s',
        pace: '1s',
        cues: Array.from({ length: 24 }, (_, i) => ({ at: i / 2 })),
        clips: list,
      });
      const shots = (list: typeof clips) =>
        layoutReport(request(list)).alternatives.map((a) =>
          a.shots.map(({ start, clip, sourceIn }) => [start, clip, sourceIn]),
        );
      const usual = shots(clips);
      expect(shots(clips.toReversed())).toEqual(usual);
      expect(shots([...clips.slice(2), ...clips.slice(0, 2)])).toEqual(usual);
    }
  });
});

describe('a request that cannot be', () => {
  const request = (of: Request, clip: Request = {}) => ({
    rate: '24',
    target: '5s',
    clips: [{ name: 'A', rate: '24', frames: 100, ...clip }],
    pace: '1s',
    ...of,
  });

  it.each<[string, Request, string]>([
    ['a part beyond its clip', request({}, { usable: [50, 200] }), 'clips.0.usable'],
    ['a part that ends before it starts', request({}, { usable: [50, 20] }), 'clips.0.usable'],
    ['an opener that is never shown', request({ first: 'A' }, { use: 'never' }), 'first'],
    ['a closer that is never shown', request({ last: 'A' }, { use: 'never' }), 'last'],
    [
      'a pin of a clip that is never shown',
      request({ pins: [{ clip: 'A', frame: 24 }] }, { use: 'never' }),
      'pins.0.clip',
    ],
    [
      'two clips of one name',
      request({
        clips: [
          { name: 'A', rate: '24', frames: 100 },
          { name: 'A', rate: '25', frames: 100 },
        ],
      }),
      'clips.1.name',
    ],
    ['frames beyond counting', request({}, { frames: 1e15 }), 'clips.0.frames'],
    ['an empty pace', request({ pace: ' ' }), 'pace'],
    ['a speed of nothing', request({}, { speeds: ['0'] }), 'speeds'],
    ['a length by the name of a method', request({ pace: '12 constructor' }), 'constructor'],
  ])('is refused with its place: %s', (_what, json, place) => {
    expect(() => layoutReport(json)).toThrow(CaesuraError);
    expect(() => layoutReport(json)).toThrow(place);
  });
});
