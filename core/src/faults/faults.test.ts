import { changeRate } from '../plan/edits/change-rate.ts';
import { joinAt } from '../film/index.ts';
import { filmOf } from '../film/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { usualSettings } from '../joins/index.ts';
import { joinOf, planOfParts, type Part } from '../testing/joined-plans.ts';
import type { Plan, RampKey } from '../plan/index.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../ramps/index.ts';
import { frameRate, rational, USUAL_RATES } from '../time/index.ts';
import { faultKey } from './fault.ts';
import type { FaultCode } from './registry.ts';
import { faultsOf, switchFaults } from './faults.ts';
import { NOTHING_KNOWN } from './known.ts';
import { mendsOf } from './mends.ts';

const at24 = frameRate(24);
const codes = (plan: Plan): FaultCode[] => faultsOf(plan).map((f) => f.code);
const only = (plan: Plan, code: FaultCode) => faultsOf(plan).find((f) => f.code === code)!;
const labels = (plan: Plan, code: FaultCode): string[] =>
  mendsOf(plan, only(plan, code)).map((m) => m.label);
const crest = (percent: number) => ({ ...USUAL_CREST, speed: rational(percent, 100) });

const two = (out: Partial<Part>, into: Partial<Part>, rate = at24) =>
  planOfParts(rate, [
    { length: 24, in: 100, frames: 400, ...out },
    { length: 24, in: 100, frames: 400, ...into },
  ]);

describe('joins', () => {
  it('an odd window says its halves and the even ones beside it', () => {
    const plan = two({}, { join: joinOf('plain', 7, 8) });
    expect(only(plan, 'odd-window').message).toBe(
      'A window of 15 frames cannot be centred: it is 7 + 8.',
    );
    expect(labels(plan, 'odd-window')).toEqual(['Change to 7 + 7', 'Change to 8 + 8']);
    expect(codes(two({}, { join: joinOf('whip-pan', 13, 11) }))).toEqual([]);
  });

  it('half a second at 25 fps says both whole choices and the error of each', () => {
    const half = { unit: 'seconds', n: { num: 1, den: 2 } } as const;
    const plan = two(
      {},
      { join: joinOf('plain', 0, 0, { before: half, after: half }) },
      frameRate(25),
    );
    expect(only(plan, 'between-frames').message).toContain(
      '12 frames (−20.0 ms) or 13 frames (+20.0 ms)',
    );
    // Both sides are of one length, so it is told once, and both are mended together.
    expect(faultsOf(plan).filter((f) => f.code === 'between-frames')).toHaveLength(1);
    expect(labels(plan, 'between-frames')).toEqual(['Take 12 + 12', 'Take 13 + 13']);
    const one = two({}, { join: joinOf('plain', 0, 12, { before: half }) }, frameRate(25));
    expect(labels(one, 'between-frames')[0]).toBe('Take 12 frames before the cut');
  });

  it('a missing handle says what is needed and there, with mends that work', () => {
    const plan = two({ in: 10, frames: 38 }, { join: joinOf('plain', 6, 6) });
    expect(only(plan, 'handle-short').message).toBe(
      '“Clip 0” is 2 source frames short after the cut: 6 needed, 4 there.',
    );
    expect(labels(plan, 'handle-short')).toEqual([
      'Shorten to 4 + 4',
      'Shorten to 6 + 4',
      'Move the window to 8 + 4',
      'Move the window to 12 + 0',
      'Slip the source 2 frames earlier',
      'Hold its last picture',
      'One picture at a time',
    ]);
    // Slowing a clip of 24 fps in a film of 24 repeats frames, which would be another fault; one of
    // 120 has them to spare.
    const fast = two(
      { in: 10, frames: 150, rate: frameRate(120) },
      { join: joinOf('plain', 6, 6) },
    );
    expect(labels(fast, 'handle-short')).toContain('Slow it to 95 %');
  });

  it('windows that overlap in a short shot say the frames over', () => {
    const plan = planOfParts(at24, [
      { length: 30, in: 0, frames: 300 },
      { length: 9, in: 20, frames: 300, join: joinOf('zoom-through', 5, 5) },
      { length: 30, in: 20, frames: 300, join: joinOf('zoom-through', 5, 5) },
    ]);
    expect(only(plan, 'windows-overlap').message).toBe(
      'The windows in shot 2 are 1 frame over: 5 + 5 in 9.',
    );
    expect(labels(plan, 'windows-overlap')).toEqual([
      'Shorten that at cut 1 to 4 + 4',
      'Shorten that at cut 2 to 4 + 4',
      'Lengthen the shot to 10 frames, the next one pays',
    ]);
  });

  it('an edge that shows says the scale that covers; a zoom beyond 200 % of such a picture is soft', () => {
    const plan = two(
      {},
      { join: joinOf('whip-pan', 13, 11, { cover: 'no', peak: 1.1, shutter: 0 }) },
    );
    expect(only(plan, 'edge-shows').mend).toContain('120.0 %');
    expect(labels(plan, 'edge-shows')).toEqual([
      'Enlarge as far as covers, up to 120.0 %',
      'One scale of 120.0 % for all of the window',
      'Fill the edges by mirroring',
      'Fill the edges by extending',
    ]);
    // A blur of L px along 81° draws in L·sin 81° of 1080 lines from beyond the edge.
    const blurred = { blur: 26, blurAlong: 81, fill: 'none', cover: 'no' } as const;
    const smeared = two({}, { join: joinOf('smear', 6, 6, blurred) });
    const needs = 100 * (1 + (26 * Math.sin((81 * Math.PI) / 180)) / 1080);
    expect(labels(smeared, 'edge-shows')).toContain(
      `One scale of ${needs.toFixed(1)} % for all of the window`,
    );
    const soft = two({}, { join: joinOf('zoom-through', 5, 5, { peak: 3 }) });
    expect(only(soft, 'soft').message).toContain('0.33 pixels of source');
    expect(labels(soft, 'soft')).toEqual(['Lower the peak to 200 %']);
  });

  it.each([
    'plain',
    'zoom-through',
    'pull-back',
    'whip-pan',
    'slide',
    'drop',
    'hinge',
    'smear',
  ] as const)('the usual figures of a %s are no fault', (move) => {
    const { before, after } = usualSettings(move, { rate: at24 });
    expect(
      codes(two({ length: 48 }, { length: 48, join: { set: { move, before, after } } })),
    ).toEqual([]);
  });

  it('a picture that is still at the cut says where it moves, and slips to there', () => {
    const plan = two({}, { join: joinOf('whip-pan', 6, 6) });
    const measuredOf = () => ({
      movementAt: (frame: number) => (frame < 120 ? 2 : frame < 130 && frame > 104 ? 0 : 0.2),
      offAt: null,
    });
    const fault = faultsOf(plan, { ...NOTHING_KNOWN, measuredOf }).find(
      (f) => f.code === 'still-at-cut',
    )!;
    expect([fault.figures.side, fault.figures.nearest]).toEqual(['out', 4]);
    const [mend] = mendsOf(plan, fault, { ...NOTHING_KNOWN, measuredOf });
    expect(mend!.label).toBe('Slip the source 4 frames earlier');
    expect(filmOf(mend!.plan).shots[0]!.sourceIn).toBe(96);
  });
});

describe('ramps', () => {
  it('a speed that jumps says by how much, and is eased', () => {
    const ramp: RampKey[] = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'step-end' },
      { from: 'start', at: 12, speed: { num: 4, den: 1 }, ease: 'linear' },
    ];
    const plan = planOfParts(at24, [{ length: 40, in: 0, frames: 400, ramp }]);
    expect(only(plan, 'speed-jump').message).toBe(
      'The speed of shot 1 jumps by 300 % in a frame, from 100 % to 400 %.',
    );
    expect(labels(plan, 'speed-jump')).toEqual([
      'Ease it over 10 frames',
      'Ease it over 6 frames',
      'Ease it over 4 frames',
    ]);
    const usual = shapedRamp({ floor: rational(1), head: null, tail: USUAL_CREST });
    expect(codes(planOfParts(at24, [{ length: 40, in: 0, frames: 400, ramp: usual }]))).toEqual([]);
  });

  it('a source that runs out during a ramp says after which frame', () => {
    const ramp = shapedRamp({ floor: rational(1), head: null, tail: USUAL_CREST });
    const plan = planOfParts(at24, [{ length: 48, in: 20, frames: 76, ramp }]);
    const fault = only(plan, 'source-ends');
    expect(fault.message).toMatch(/after 4\d frames: \d+ source frames short/);
    const frame = filmOf(plan).shots[0]!.time!;
    const { runsOutAfter } = fault.figures as { runsOutAfter: number };
    expect(frame.at(runsOutAfter)).toBeGreaterThanOrEqual(76);
    expect(frame.at(runsOutAfter - 1)).toBeLessThan(76);
    expect(mendsOf(plan, fault).length).toBeGreaterThan(0);
  });

  it('a slow patch says its length, and the mend leaves it out', () => {
    const early: RampKey[] = [
      { from: 'end', at: -16, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: -6, speed: { num: 4, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
    ];
    const into = shapedRamp({ floor: rational(1), head: crest(400), tail: null });
    const plan = two({ length: 40, ramp: early }, { length: 40, ramp: into });
    expect(only(plan, 'slow-patch').message).toContain('A slow patch of 6 frames');
    expect(labels(plan, 'slow-patch')).toEqual(['Move the crests on to the cut']);
  });

  it('crests that differ say both figures, and one is matched to the other', () => {
    const plan = two(
      { length: 40, ramp: shapedRamp({ floor: rational(1), head: null, tail: crest(400) }) },
      { length: 40, ramp: shapedRamp({ floor: rational(1), head: crest(380), tail: null }) },
    );
    expect(only(plan, 'crests-differ').message).toBe('Crests differ by 20 %: 400 % out, 380 % in.');
    expect(labels(plan, 'crests-differ')).toEqual([
      'Match the incoming to 400 %',
      'Match the outgoing to 380 %',
      'Leave both, they differ on purpose',
    ]);
  });

  it('slowed below what the source can show, it says how many frames repeat and the slowest clean speed', () => {
    const plan = planOfParts(at24, [
      { length: 40, in: 0, frames: 400, rate: frameRate(50), speed: rational(2, 5) },
    ]);
    expect(only(plan, 'frames-repeat').mend).toContain('48 %');
    expect(labels(plan, 'frames-repeat')).toEqual(['Take 48 % as the slowest']);
    const clean = planOfParts(at24, [
      { length: 40, in: 0, frames: 400, rate: frameRate(120), speed: rational(1, 5) },
    ]);
    expect(codes(clean)).toEqual([]);
  });

  it('a crest of 3000 % strides too far to be read', () => {
    const ramp = shapedRamp({ floor: rational(1), head: null, tail: crest(3000) });
    const plan = planOfParts(at24, [{ length: 40, in: 0, frames: 900, ramp }]);
    expect(codes(plan)).toEqual(['long-stride']);
    expect(labels(plan, 'long-stride')).toEqual(['Lower the crest to 1200 %']);
  });
});

describe('the list', () => {
  it('leaves out kinds that are switched off, and tells them again', () => {
    const plan = two({}, { join: joinOf('plain', 7, 8) });
    const quiet = switchFaults(plan, 'odd-window', false);
    expect(codes(quiet)).toEqual([]);
    expect(codes(switchFaults(quiet, 'odd-window', true))).toEqual(['odd-window']);
  });

  const speed = fc.integer({ min: 10, max: 800 }).map((n) => ({ num: n, den: 100 }));
  const ramp = fc
    .tuple(speed, speed, speed, fc.integer({ min: 1, max: 14 }), fc.boolean(), fc.boolean())
    .map(([floor, head, tail, length, a, b]) =>
      shapedRamp({
        floor: a || b ? floor : USUAL_FLOOR,
        head: a ? { ...USUAL_CREST, speed: head, length } : null,
        tail: b ? { ...USUAL_CREST, speed: tail, length } : null,
      }),
    );
  const move = fc.constantFrom(
    'plain',
    'zoom-through',
    'whip-pan',
    'slide',
    'drop',
    'smear',
  ) as fc.Arbitrary<Parameters<typeof joinOf>[0]>;
  const part = fc.record({
    length: fc.integer({ min: 3, max: 50 }),
    in: fc.integer({ min: 0, max: 30 }),
    frames: fc.integer({ min: 60, max: 400 }),
    rate: fc.constantFrom(...USUAL_RATES),
    ramp: fc.option(ramp, { nil: undefined }),
    join: fc.option(
      fc
        .tuple(move, fc.integer({ min: 0, max: 14 }), fc.integer({ min: 0, max: 14 }), fc.boolean())
        .map(([m, before, after, cover]) =>
          joinOf(m, before, after, { cover: cover ? 'each' : 'no' }),
        ),
      { nil: undefined },
    ),
  });
  const plans = fc
    .tuple(fc.constantFrom(...USUAL_RATES), fc.array(part, { minLength: 2, maxLength: 4 }))
    .map(([rate, parts]) =>
      planOfParts(
        rate,
        parts.map(({ ramp: r, join, ...rest }, i) => ({
          ...rest,
          ...(r && { ramp: r }),
          ...(join && i > 0 && { join }),
        })),
      ),
    );

  it('every mend clears the fault it is offered for and adds none, over random plans', () => {
    let mended = 0;
    fc.assert(
      fc.property(plans, (plan) => {
        const before = new Set(faultsOf(plan).map(faultKey));
        for (const fault of faultsOf(plan).slice(0, 3))
          for (const mend of mendsOf(plan, fault)) {
            const after = faultsOf(mend.plan).map(faultKey);
            expect(after).not.toContain(faultKey(fault));
            expect(
              after.filter((key) => !before.has(key) && !key.startsWith('outside-usable')),
            ).toEqual([]);
            expect(mend.plan.score!.length).toBe(plan.score!.length);
            mended++;
          }
      }),
      { numRuns: 60 },
    );
    expect(mended).toBeGreaterThan(50);
  });

  it('what a shot shows lies inside its file, or a fault says so', () => {
    fc.assert(
      fc.property(plans, (plan) => {
        const said = new Set(
          faultsOf(plan)
            .filter((f) => f.code === 'source-ends')
            .map((f) => f.shot),
        );
        for (const { index, used, clip } of filmOf(plan).shots)
          expect(used!.lowest < 0 || used!.highest >= clip!.frames).toBe(said.has(index));
      }),
      { numRuns: 100 },
    );
  });

  it('a join kept in time comes back from another rate within a frame', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.constantFrom(...USUAL_RATES), (n, rate) => {
        const span = { unit: 'frames', n, at: at24, keep: 'time' } as const;
        const plan = two({}, { join: joinOf('plain', 0, 0, { before: span, after: span }) });
        const there = changeRate(plan, rate);
        expect(joinAt(changeRate(there, at24), 1).before).toBe(n);
      }),
    );
  });
});
