import { filmOf } from '../film/index.ts';
import { faultsOf } from '../faults/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeBrief } from '../plan/edits/edit-brief.ts';
import { lockCut, moveCut } from '../plan/edits/edit-cuts.ts';
import { NO_WISHES, readPlan, type Plan, type Wishes } from '../plan/index.ts';
import { pinMoment } from '../plan/edits/edit-clips.ts';
import { withShots } from '../plan/edits/with-shots.ts';
import { sampleClip, samplePlan } from '../testing/sample-plan.ts';
import { finished, frameRate, frames, rational, samples, sourceFrames } from '../time/index.ts';
import { limitsOf, rangeOfShots } from './problem-of.ts';
import { proposals, type Proposal } from './propose.ts';
import { wantedLength } from './wanted-length.ts';

const wish = (of: Partial<Wishes>): Wishes => ({ ...NO_WISHES, ...of });
function proposed(plan: Plan, wishes: Wishes = NO_WISHES): Proposal[] {
  return finished(proposals(plan, wishes));
}
const startsOf = (plan: Plan) => plan.score!.shots.map((s) => s.start as number);

describe('the wanted length', () => {
  // 24 fps at 112 BPM: a beat is 90/7 frames, two are 25.714.
  const at = (pacing: Wishes['pacing'], frame: number) =>
    wantedLength(samplePlan(), pacing)(frames(frame));
  const beat = 90 / 7;

  it('is the pace throughout, or goes from it to another in equal ratios', () => {
    expect(at({ kind: 'steady' }, 500)).toBeCloseTo(2 * beat, 9);
    const build = (shape: 'even' | 'late' | 'early') => (frame: number) =>
      at({ kind: 'build', to: '12f', shape }, frame);
    expect(build('even')(0)).toBeCloseTo(2 * beat, 9);
    expect(build('even')(1080)).toBeCloseTo(12, 9);
    expect(build('even')(540)).toBeCloseTo(Math.sqrt(2 * beat * 12), 9);
    expect(build('late')(540)).toBeGreaterThan(build('even')(540));
    expect(build('early')(540)).toBeLessThan(build('even')(540));
  });

  it('comes and goes with a wave: after half of eight bars it is the other', () => {
    const wave = (frame: number) => at({ kind: 'wave', to: '1 beat', bars: 8 }, frame);
    expect(wave(0)).toBeCloseTo(2 * beat, 9);
    expect(wave(16 * beat)).toBeCloseTo(beat, 9);
    expect(wave(32 * beat)).toBeCloseTo(2 * beat, 9);
  });

  it('follows the loudness of the music', () => {
    const plan = samplePlan();
    const loud = {
      ...plan.music!.found.loudness,
      shortTerm: Array.from({ length: 52 }, (_, s) => (s < 20 ? -30 : -12)),
    };
    const music = { ...plan.music!, found: { ...plan.music!.found, loudness: loud } };
    const energy = wantedLength({ ...plan, music }, { kind: 'energy', to: '12f' });
    expect(energy(frames(24 * 5))).toBeCloseTo(2 * beat, 6);
    expect(energy(frames(24 * 40))).toBeCloseTo(12, 6);
  });

  it('is that of its section, or drawn by hand', () => {
    const at10 = samples(10 * 48000 + samplePlan().music!.region.in);
    const sections = { kind: 'sections', paces: [{ at: at10, pace: '1 bar' }] } as const;
    expect(at(sections, 239)).toBeCloseTo(2 * beat, 9);
    expect(at(sections, 240)).toBeCloseTo(4 * beat, 9);
    const drawn = {
      kind: 'drawn',
      points: [
        { frame: frames(100), length: frames(40) },
        { frame: frames(300), length: frames(10) },
      ],
    } as const;
    expect([0, 100, 200, 300, 900].map((f) => at(drawn, f))).toEqual([
      40,
      40,
      expect.closeTo(20, 9),
      10,
      10,
    ]);
  });

  it('cannot be read when it is no length', () => {
    expect(() => at({ kind: 'build', to: 'quick', shape: 'even' }, 0)).toThrow('quick');
  });
});

describe('proposals', () => {
  it('are three layouts that differ, each exact, on its cues and without a fault', () => {
    const plan = samplePlan();
    const found = proposed(plan);
    expect(found.map((p) => p.leans)).toEqual(['even', 'music', 'pictures']);
    const cues = new Set(filmOf(plan).cues.map((c) => c.frame as number));
    for (const { plan: laidOut } of found) {
      const facts = filmOf(laidOut).shots;
      expect(facts.reduce((sum, f) => sum + f.length, 0)).toBe(1080);
      const on = facts.slice(1).filter((f) => cues.has(f.start)).length;
      expect(on / (facts.length - 1)).toBeGreaterThanOrEqual(0.95);
      expect(faultsOf(laidOut)).toEqual([]);
      expect(readPlan(JSON.parse(JSON.stringify(laidOut)))).toEqual(laidOut);
    }
    const [one, two] = found.map((p) => new Set(startsOf(p.plan)));
    expect([...one!].filter((f) => two!.has(f)).length / one!.size).toBeLessThan(0.8);
    expect(proposed(plan)).toEqual(found);
  });

  it('keep the clips in their order when that is wished', () => {
    const [first] = proposed(samplePlan(), wish({ order: 'kept' }));
    expect(first!.plan.score!.shots.slice(0, 6).map((s) => s.clip)).toEqual([
      'a',
      'b',
      'c',
      'd',
      'a',
      'b',
    ]);
  });

  it('open and close with the clips that were chosen, leave out others, and show what must be', () => {
    const wishes = wish({
      first: 'c',
      last: 'b',
      clips: {
        a: { use: 'never', most: null, speeds: [] },
        d: { use: 'must', most: 1, speeds: [] },
      },
    });
    for (const { plan } of proposed(samplePlan(), wishes)) {
      const used = plan.score!.shots.map((s) => s.clip);
      expect([used[0], used.at(-1)]).toEqual(['c', 'b']);
      expect(used).not.toContain('a');
      expect(used.filter((c) => c === 'd')).toHaveLength(1);
    }
  });

  it('land the moments that were kept on cues', () => {
    let plan = samplePlan();
    for (const [id, at] of [
      ['b', 200],
      ['c', 400],
      ['d', 300],
    ] as const)
      plan = pinMoment(plan, id, { at: sourceFrames(at), kind: 'peak' });
    const [first] = proposed(plan);
    // Each needs to be shown only once, since no picture is shown twice while there are others.
    const landed = first!.found.shots.flatMap((s) => (s.landed ? [s] : []));
    const shown = first!.found.shots.flatMap((s) => s.landed?.moment ?? s.begins ?? []);
    expect([...new Set(shown)].toSorted()).toEqual([200, 300, 400]);
    expect(landed.length).toBeGreaterThanOrEqual(2);
    const cues = new Set(filmOf(plan).cues.map((c) => c.frame as number));
    for (const { landed: moment, from, to } of landed) {
      expect(cues.has(moment!.frame)).toBe(true);
      expect(Math.min(moment!.frame - from, to - 1 - moment!.frame)).toBeGreaterThanOrEqual(3);
    }
  });

  it('hold a run of very short shots that ends on its frame', () => {
    const wishes = wish({ bursts: [{ end: frames(515), shots: 6, each: frames(6) }] });
    for (const { plan } of proposed(samplePlan(), wishes))
      expect(startsOf(plan).filter((f) => f >= 479 && f <= 515)).toEqual([
        479, 485, 491, 497, 503, 509, 515,
      ]);
    expect(() =>
      proposed(samplePlan(), wish({ bursts: [{ end: frames(10), shots: 6, each: frames(6) }] })),
    ).toThrow('does not lie inside the film');
  });

  it('are none when there are no clips, or none that lasts', () => {
    expect(proposed({ ...samplePlan(), clips: [] })).toEqual([]);
    const short = { ...samplePlan(), clips: [sampleClip('x', 'Short', frameRate(24), 4)] };
    expect(proposed(short)).toEqual([]);
  });

  it('are found without a cue at all, by the pace alone', () => {
    const plan = changeBrief({ ...samplePlan(), music: null }, { pace: '1s', target: frames(240) });
    const [first] = proposed(plan);
    const lengths = filmOf(first!.plan).shots.map((f) => f.length as number);
    expect(lengths.reduce((a, b) => a + b, 0)).toBe(240);
    for (const length of lengths) expect(Math.abs(length - 24)).toBeLessThanOrEqual(4);
  });
});

it('any plan laid out is exact, inside its limits and inside its sources', () => {
  fc.assert(
    fc.property(
      fc.record({
        target: fc.integer({ min: 60, max: 1100 }),
        pace: fc.constantFrom('1 beat', '2 beats', '1 bar', '20f', '0.7s'),
        order: fc.constantFrom('kept' as const, 'free' as const),
        handles: fc.integer({ min: 0, max: 6 }),
        rate: fc.constantFrom(frameRate(24), frameRate(25), frameRate(30000, 1001)),
        lengths: fc.array(fc.integer({ min: 30, max: 900 }), { minLength: 1, maxLength: 5 }),
        locks: fc.array(fc.integer({ min: 1, max: 1099 }), { maxLength: 2 }),
        lead: fc.integer({ min: 0, max: 3 }),
        seed: fc.nat(5),
      }),
      ({ target, pace, order, handles, rate, lengths, locks, lead, seed }) => {
        const clips = lengths.map((n, i) =>
          sampleClip(`c${i}`, `Clip ${i}`, frameRate([24, 25, 50, 120][i % 4]!), n),
        );
        const held = [...new Set(locks.filter((at) => at < target))].sort((a, b) => a - b);
        const empty = [0, ...held].map((start) => ({
          ...{
            start: frames(start),
            clip: null,
            sourceIn: sourceFrames(0),
            ...(start > 0 && { locked: true }),
          },
        }));
        const brief = changeBrief(
          { ...samplePlan(), rate, clips },
          { target: frames(target), pace, lead: frames(lead) },
        );
        const plan = withShots(brief, empty, { from: frames(0), to: frames(target) });
        const wishes = wish({ order, handles: frames(handles), seed });
        const { shortest, longest } = limitsOf(plan, wishes);
        const cues = filmOf(plan).cues;
        const found = proposed(plan, wishes);
        expect(proposed(plan, wishes)).toEqual(found);
        for (const { plan: laidOut } of found) {
          const facts = filmOf(laidOut).shots;
          facts.forEach((f, i) => expect(f.start).toBe(facts[i - 1]?.end ?? 0));
          expect(facts.at(-1)!.end).toBe(target);
          for (const at of held) expect(facts.find((f) => f.start === at)!.shot.locked).toBe(true);
          for (const { start, length, sourceIn, sourceOut, clip, landing } of facts) {
            // Between two locked cuts a shot may be as short as they make it.
            const between = [0, ...held, target];
            const inside = between.includes(start) && between.includes(start + length);
            if (!inside) expect(length).toBeGreaterThanOrEqual(Math.min(shortest, target));
            // On a cue is within half a frame of it, less the lead.
            if (cues.some((c) => c.frame === start) && start > 0)
              expect(Math.abs(landing!.offsetFrames)).toBeLessThanOrEqual(0.5);
            expect(length).toBeLessThanOrEqual(longest);
            expect(sourceIn).toBeGreaterThanOrEqual(clip!.usable.in);
            expect(sourceOut).toBeLessThanOrEqual(clip!.usable.out);
          }
        }
      },
    ),
    { numRuns: 60, seed: 5 },
  );
});

describe('wishes', () => {
  const clip = (of: Partial<Wishes['clips'][string]>) => ({
    use: 'may' as const,
    most: null,
    speeds: [],
    ...of,
  });

  it('pin clips to frames, keep pairs together and before, and hold locked cuts', () => {
    const laidOut = proposed(samplePlan())[0]!.plan;
    const kept = lockCut(moveCut(laidOut, 7, startsOf(laidOut)[7]! + 3), 7, true);
    const frame = startsOf(kept)[7]!;
    const wishes = wish({
      pins: [{ clip: 'd', frame: frames(540) }],
      before: [{ clip: 'c', then: 'b' }],
      together: [{ clip: 'a', then: 'c' }],
    });
    for (const { plan } of proposed(kept, wishes)) {
      const used = plan.score!.shots.map((s) => s.clip!);
      expect(plan.score!.shots.find((s) => s.start === 540)!.clip).toBe('d');
      expect(used.indexOf('c')).toBeLessThan(used.indexOf('b'));
      used.forEach((id, i) => {
        if (id === 'a') expect(used[i + 1]).toBe('c');
        if (id === 'c') expect(used[i - 1]).toBe('a');
      });
      expect(plan.score!.shots.find((s) => s.start === frame)!.locked).toBe(true);
    }
    expect(() => proposed(kept, wish({ pins: [{ clip: 'd', frame: frames(1080) }] }))).toThrow(
      'the film has 1080',
    );
    const both = [
      { clip: 'a', frame: frames(540) },
      { clip: 'd', frame: frames(540) },
    ];
    expect(() => proposed(kept, wish({ pins: both }))).toThrow('Two clips are pinned to frame 540');
  });

  it('let a clip be slowed so that it lasts', () => {
    const plan = {
      ...samplePlan(),
      pace: '1 bar',
      clips: [sampleClip('x', 'Short', frameRate(48), 80)],
    };
    const [first] = proposed(
      plan,
      wish({ shortest: frames(45), clips: { x: clip({ speeds: [rational(1), rational(1, 2)] }) } }),
    );
    expect(first!.plan.score!.shots.some((s) => s.speed?.den === 2)).toBe(true);
    expect(faultsOf(first!.plan)).toEqual([]);
  });

  it('for variety make neighbours of other lengths', () => {
    const alike = (plan: Plan) => {
      const lengths = filmOf(plan).shots.map((f) => f.length);
      return (
        lengths.slice(1).filter((l, i) => Math.abs(l - lengths[i]!) <= 1).length /
        (lengths.length - 1)
      );
    };
    const plan = samplePlan();
    const [usual, varied] = [wish({}), wish({ weights: { variety: 2 } })].map((w) =>
      alike(proposed(plan, w)[0]!.plan),
    );
    expect(varied!).toBeLessThan(usual! / 2);
  });

  it('for another seed give other layouts, and for the same one the same', () => {
    const [one, again, other] = [1, 1, 2].map(
      (seed) => proposed(samplePlan(), wish({ seed, longest: frames(80) }))[1]!,
    );
    expect(again).toEqual(one);
    expect(other!.plan.score).not.toEqual(one!.plan.score);
  });
});

describe('a stretch between two cuts', () => {
  const laidOut = proposed(samplePlan(), wish({ order: 'kept' }))[0]!.plan;
  const within = (plan: Plan, wishes: Wishes, first: number, last: number) => {
    return finished(proposals(plan, wishes, () => null, rangeOfShots(plan, first, last)));
  };

  it('is laid out anew, and everything outside stays', () => {
    const { from, to } = rangeOfShots(laidOut, 5, 12);
    const found = within(
      laidOut,
      wish({
        shortest: frames(10),
        pacing: { kind: 'drawn', points: [{ frame: frames(0), length: frames(13) }] },
      }),
      5,
      12,
    );
    expect(found).toHaveLength(3);
    expect(found[0]!.plan.score!.shots.length).toBeGreaterThan(laidOut.score!.shots.length);
    for (const { plan } of found) {
      const outside = (p: Plan) => p.score!.shots.filter((s) => s.start < from || s.start >= to);
      expect(outside(plan)).toEqual(outside(laidOut));
      expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    }
  });

  it('counts what is shown outside of it', () => {
    const [before, after] = [laidOut.score!.shots.slice(0, 5), laidOut.score!.shots.slice(13)];
    const shown = [...before, ...after].filter((s) => s.clip === 'b').length;
    for (const { plan } of within(
      laidOut,
      wish({ clips: { b: { use: 'may', most: shown, speeds: [] } } }),
      5,
      12,
    ))
      expect(plan.score!.shots.filter((s) => s.clip === 'b')).toHaveLength(shown);
  });
});
