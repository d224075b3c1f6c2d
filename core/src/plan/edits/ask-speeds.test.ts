import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf, strideOf } from '../../film/index.ts';
import { GIVES, shapedRamp, type SpeedChange } from '../../ramps/index.ts';
import { planOfParts } from '../../testing/joined-plans.ts';
import { showsFrame, stepped } from '../../testing/stepped.ts';
import {
  frameRate,
  frames,
  rational,
  sourceFrames,
  toNumber,
  USUAL_RATES,
} from '../../time/index.ts';
import { HOLDS, PlanSchema, type Hold, type Plan } from '../index.ts';
import { askSpeeds, changeWords, speedOffers, type SpeedQuestion } from './ask-speeds.ts';
import {
  copiedSpeeds,
  copySpeeds,
  keepOnMany,
  keptSpeeds,
  leftWords,
  type KeepOnMany,
} from './many-speeds.ts';
import { changeRate } from './change-rate.ts';
import { moveCut } from './edit-cuts.ts';
import { heldBrokenWords } from './held-speeds.ts';
import { heldOffers } from './held-offers.ts';
import {
  holdShot,
  holdShots,
  makeBetween,
  placeSpeeds,
  setRamp,
  setRampKey,
} from './edit-ramps.ts';
import { slipShot } from './edit-shots.ts';

const LENGTH = 96;
const usual = shapedRamp({
  floor: rational(1, 2),
  head: { speed: rational(3), length: 8, ease: 'ease-in-out' },
  tail: { speed: rational(4), length: 10, ease: 'ease-in-out' },
});

/** Three shots of a clip each at a rate, the middle one asked about. */
function planAt(rate: (typeof USUAL_RATES)[number], ramped: boolean): Plan {
  const part = { in: 1000, frames: 9000, rate };
  return planOfParts(frameRate(24), [
    { ...part, length: 50 },
    { ...part, length: LENGTH, ...(ramped && { ramp: usual }) },
    { ...part, length: 60 },
  ]);
}

/** First and last source frame of the middle shot, by stepping. */
function ends(plan: Plan): { first: number; last: number; length: number } {
  const { shot, clip, length } = filmOf(plan).shots[1]!;
  const ramp = shot.ramp ?? [
    { from: 'start' as const, at: 0, speed: shot.speed ?? { num: 1, den: 1 }, ease: 'linear' },
  ];
  const stride = toNumber(strideOf(clip!.rate, plan.rate));
  const positions = stepped(ramp, length, { sourceIn: shot.sourceIn, stride });
  return { first: positions[0]!, last: positions[length - 1]!, length };
}

const alterations = fc.oneof(
  fc
    .tuple(fc.constantFrom('crest' as const, 'floor' as const), fc.integer({ min: 10, max: 1000 }))
    .map(([what, percent]): SpeedChange => ({ what, speed: rational(percent, 100) })),
  fc
    .tuple(fc.constantFrom('ramp' as const, 'length' as const), fc.integer({ min: 1, max: 110 }))
    .map(([what, many]): SpeedChange => ({ what, frames: many })),
);

const questions = fc.oneof(
  fc
    .tuple(
      fc.integer({ min: 0, max: 100 }),
      fc.integer({ min: 20, max: 300 }),
      fc.integer({ min: 100, max: 900 }),
      fc.nat(10),
    )
    .map(([from, apart, percent, eased]): SpeedQuestion => ({
      ask: 'play',
      ...{ from: sourceFrames(1000 + from), to: sourceFrames(1000 + from + apart) },
      ...{ speed: rational(percent, 100), eased },
    })),
  fc
    .tuple(fc.integer({ min: 1, max: 94 }), fc.integer({ min: 1, max: 400 }))
    .map(([after, moment]): SpeedQuestion => ({
      ask: 'land',
      on: [{ after, moment: sourceFrames(1000 + moment) }],
    })),
  fc
    .tuple(fc.constantFrom(...GIVES), alterations)
    .map(([gives, change]): SpeedQuestion => ({ ask: 'keep', gives, change })),
  fc.integer({ min: 10, max: 600 }).map((goes): SpeedQuestion => ({
    ask: 'fill',
    from: { in: sourceFrames(1000), out: sourceFrames(1000 + goes) },
  })),
  fc
    .tuple(fc.nat(95), fc.integer({ min: 2, max: 30 }))
    .map(([at, stands]): SpeedQuestion => ({ ask: 'freeze', at, frames: stands })),
  fc.constant<SpeedQuestion>({ ask: 'reverse' }),
);

describe('a question about speeds', () => {
  it('is answered with nothing broken that is held, and tells all that changes, by stepping', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.boolean(),
        fc.subarray<Hold>([...HOLDS]),
        questions,
        (rate, ramped, holds, question) => {
          const plan = holdShot(planAt(rate, ramped), 1, holds);
          const answer = askSpeeds(plan, 1, question);
          if (!answer.found) {
            expect(answer.reason.length).toBeGreaterThan(10);
            return;
          }
          found++;
          const made = placeSpeeds(plan, 1, answer.found);
          expect(PlanSchema.parse(made)).toEqual(made);
          const [was, is] = [ends(plan), ends(made)];
          const { changes, after } = answer.found;
          // Told as changed or the same to the frame, each.
          if (!changes.includes('in')) expect(is.first).toBe(was.first);
          if (!changes.includes('out'))
            expect(showsFrame(is.last, Math.floor(was.last + 1e-6))).toBe(true);
          // Backwards a frame is gone through from its end.
          expect(
            question.ask === 'reverse'
              ? showsFrame(-is.last, 1 - after.out)
              : showsFrame(is.last, after.out - 1),
          ).toBe(true);
          expect(is.length !== was.length).toBe(changes.includes('length'));
          const free =
            question.ask === 'keep' &&
            (question.gives === 'length' || question.change.what === 'length')
              ? 'length'
              : null;
          if (question.ask === 'keep') {
            expect(changes.filter((hold) => hold !== 'length' && hold !== 'landed')).toEqual([]);
            const { what } = question.change;
            // What was set is as it was set.
            if (what === 'length') expect(is.length).toBe(question.change.frames);
            const ramp = made.score!.shots[1]!.ramp!;
            const speedOf = (i: number) => ramp.at(i)!.speed.num / ramp.at(i)!.speed.den;
            if (what === 'crest' && question.gives === 'floor')
              expect(speedOf(-1)).toBeCloseTo(toNumber(question.change.speed), 3);
            if (what === 'floor' && question.gives === 'crest')
              expect(speedOf(1)).toBeCloseTo(toNumber(question.change.speed), 3);
            if (what === 'ramp') expect(ramp[1]!.at).toBe(question.change.frames);
          }
          for (const hold of holds) if (hold !== free) expect(changes).not.toContain(hold);
          expect(changeWords(answer.found)).toHaveLength(changes.length);
        },
      ),
      { numRuns: 500 },
    );
    expect(found).toBeGreaterThan(150);
  });

  it('is refused where what is held would break, with what else could give way', () => {
    const plan = holdShot(planAt(frameRate(60), true), 1, ['in', 'out', 'length']);
    const answer = askSpeeds(plan, 1, { ask: 'freeze', at: 40, frames: 12 });
    expect(answer.reason).toMatch(/^The source out is held at \d+ and would be \d+\.$/);
    const { nearest } = answer as { nearest: NonNullable<typeof answer.found> };
    const offers = speedOffers(plan, 1, nearest);
    expect(offers.map(({ label }) => label.split(':')[0])).toEqual([
      'Let go of source out',
      'Let the crest give way',
      'Let the floor give way',
      'Let the length give way',
    ]);
    const was = ends(plan);
    for (const { answer: offered, holds } of offers.slice(1)) {
      const made = placeSpeeds(plan, 1, { ...offered, holds });
      expect(PlanSchema.parse(made)).toEqual(made);
      expect(made.score!.shots[1]!.sourceIn).toBe(1000);
      expect(showsFrame(ends(made).last, Math.floor(was.last + 1e-6))).toBe(true);
    }
  });

  it('is answered with source in and out held by what is beside the moments, and says so', () => {
    for (const holds of [['in', 'out', 'length'] as const, ['in', 'out'] as const]) {
      const plan = holdShot(planAt(frameRate(60), false), 1, holds);
      const answer = askSpeeds(plan, 1, {
        ask: 'play',
        ...{ from: sourceFrames(1050), to: sourceFrames(1150) },
        ...{ speed: rational(4), eased: 4 },
      });
      expect(answer.found?.changes).toEqual([]);
      expect(answer.found?.became).toMatch(
        /^[\d.]+ % over \d+ frames, what comes after at [\d.]+ % of its speed$/,
      );
      const made = placeSpeeds(plan, 1, answer.found!);
      const [was, is] = [ends(plan), ends(made)];
      expect([is.first, is.length]).toEqual([was.first, was.length]);
      expect(showsFrame(is.last, Math.floor(was.last + 1e-6))).toBe(true);
    }
  });

  it('cannot break what is held by another way either', () => {
    const plan = holdShot(planAt(frameRate(60), true), 1, ['in', 'out', 'length']);
    expect(() => setRamp(plan, 1, null)).toThrow('Shot 2 holds what that would change');
    expect(() => slipShot(plan, 1, 10)).toThrow('source in 1000 would be 1010');
    // What was refused is offered with what could give way, each of which keeps what is still held.
    const faster = (free: Plan) =>
      setRampKey(free, 1, { at: 96, speed: rational(8), ease: 'linear' });
    expect(() => faster(plan)).toThrow('Shot 2 holds what that would change');
    const offers = heldOffers(plan, 1, faster);
    expect(offers.map(({ label }) => label.split(':')[0])).toEqual([
      'Let go of source in',
      'Let go of source out',
      'Let the crest give way',
      'Let the floor give way',
      'Let the length give way',
    ]);
    for (const { answer, holds } of offers.slice(2)) {
      const made = placeSpeeds(plan, 1, { ...answer, holds });
      expect(ends(made).first).toBe(ends(plan).first);
      expect(showsFrame(ends(made).last, Math.floor(ends(plan).last + 1e-6))).toBe(true);
    }
    // A slip changes no speeds: nothing but letting go helps.
    expect(heldOffers(plan, 1, (free) => slipShot(free, 1, 10))).toHaveLength(1);
    expect(setRamp(plan, 1, usual).score!.shots[1]!.sourceIn).toBe(1000);
    const out = holdShot(plan, 1, ['out']);
    const plain = setRamp(out, 1, null);
    expect(plain.score!.shots[1]!.sourceIn).not.toBe(1000);
    expect(showsFrame(ends(plain).last, Math.floor(ends(plan).last + 1e-6))).toBe(true);
    const all = holdShots(planAt(frameRate(60), true), [0, 1, 2], 'in', true);
    expect(all.score!.shots.map(({ holds }) => holds)).toEqual(Array(3).fill(['in', 'length']));
    expect(holdShots(all, [0, 1, 2], 'in', false)).toEqual(planAt(frameRate(60), true));
    // What is usual is not kept in the plan.
    expect(holdShot(plan, 1, ['length']).score!.shots[1]!.holds).toBeUndefined();
  });

  it('and where another edit breaks it after all, that is said', () => {
    const plan = holdShot(planAt(frameRate(60), true), 1, ['in', 'out']);
    const moved = moveCut(plan, 2, frames(plan.score!.shots[2]!.start + 5));
    const words = heldBrokenWords(plan, moved);
    expect(words).toMatch(
      /^Shot 2 held its source out \d+, which is \d+ now\. Undo brings it back\.$/,
    );
    expect(heldBrokenWords(plan, plan)).toBe('');
    // At another rate a length is another number of frames and as long.
    const all = holdShots(plan, [0, 2], 'out', true);
    const other = changeRate(all, frameRate(30000, 1001));
    expect(heldBrokenWords(all, other)).not.toContain('length');
    expect(heldBrokenWords(all, other).length).toBeLessThan(260);
    // What is let go with the change is no longer held.
    expect(heldBrokenWords(plan, holdShot(moved, 1, ['length']))).toBe('');
  });

  it('of a shot without a clip is refused', () => {
    const plan = planAt(frameRate(24), false);
    const [first, second, third] = plan.score!.shots;
    const empty = {
      ...plan,
      score: { ...plan.score!, shots: [first!, { ...second!, clip: null }, third!] },
    };
    expect(() => askSpeeds(empty, 1, { ask: 'reverse' })).toThrow('Shot 2 shows no clip.');
  });
});

describe('the speeds of one shot on others', () => {
  const sixteen = planOfParts(
    frameRate(24),
    Array.from({ length: 17 }, (_, i) => ({
      ...{ length: 30 + 3 * i, in: 500, frames: 9000, rate: frameRate(i % 2 === 0 ? 60 : 24) },
      ...(i === 0 && { ramp: usual }),
    })),
  );
  const onto = Array.from({ length: 16 }, (_, i) => i + 1);

  it('are mirrored on sixteen with source in and out as they were, by stepping', () => {
    const copy = { from: 0, onto, how: 'mirrored', gives: 'floor' } as const;
    const { plan, left } = copiedSpeeds(sixteen, copy);
    expect(left.length).toBeLessThan(16);
    for (const index of onto) {
      const [was, is] = [filmOf(sixteen).shots[index]!, filmOf(plan).shots[index]!];
      expect(is.sourceIn).toBe(was.sourceIn);
      const stride = toNumber(strideOf(was.clip!.rate, plan.rate));
      const last = was.sourceIn + Math.floor((was.length - 1) * stride + 1e-9);
      const ramp = is.shot.ramp ?? [
        { from: 'start' as const, at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
      ];
      const positions = stepped(ramp, is.length, { sourceIn: is.sourceIn, stride });
      expect(showsFrame(positions[is.length - 1]!, last)).toBe(true);
      if (left.some(({ shot }) => shot === index)) continue;
      // Up at its start as the other was at its end.
      expect(ramp[0]!.speed).toEqual({ num: 4, den: 1 });
      expect(ramp.at(-1)!.speed).toEqual({ num: 3, den: 1 });
    }
    expect(copySpeeds(sixteen, copy)).toEqual(plan);
    if (left.length > 0) expect(leftWords(left)).toContain('left as they were');
  });

  it('of sixteen get one other floor, each with its source in and out kept, by stepping', () => {
    const ramped = copySpeeds(sixteen, { from: 0, onto, how: 'as it is', gives: null });
    const asked = {
      onto,
      gives: 'crest',
      change: { what: 'floor', speed: rational(3, 10) },
    } satisfies KeepOnMany;
    const { plan, left } = keptSpeeds(ramped, asked);
    expect(left).toEqual([]);
    for (const index of onto) {
      const stride = toNumber(strideOf(filmOf(plan).shots[index]!.clip!.rate, plan.rate));
      const [was, is] = [ramped, plan].map((of) => {
        const { shot, length } = filmOf(of).shots[index]!;
        return stepped(shot.ramp!, length, { sourceIn: shot.sourceIn, stride });
      });
      expect(is![0]).toBe(was![0]);
      expect(showsFrame(is!.at(-2)!, Math.floor(was!.at(-2)! + 1e-6))).toBe(true);
      expect(plan.score!.shots[index]!.ramp![1]!.speed).toEqual({ num: 3, den: 10 });
    }
    expect(keepOnMany(ramped, asked)).toEqual(plan);
    // What is held besides is not broken.
    expect(() => keepOnMany(ramped, { ...asked, change: { what: 'ramp', frames: 90 } })).toThrow(
      'could be put on none of 16 shots',
    );
  });

  it('are refused when they can be put on none', () => {
    const short = planOfParts(frameRate(24), [
      { length: 30, in: 0, frames: 900, ramp: usual },
      { length: 3, in: 0, frames: 900 },
    ]);
    expect(() =>
      copySpeeds(short, { from: 0, onto: [1], how: 'as it is', gives: 'floor' }),
    ).toThrow('could be put on none of 1 shot');
  });
});

describe('pictures between frames', () => {
  it('are said for several shots at once and go along with their clip', () => {
    const plan = planAt(frameRate(60), true);
    const between = { slow: 'blend', fast: 'blend', shutter: 180 } as const;
    const made = makeBetween(plan, [0, 1], between);
    expect(made.score!.shots.map((shot) => shot.between?.slow)).toEqual([
      'blend',
      'blend',
      undefined,
    ]);
    expect(slipShot(made, 1, 10).score!.shots[1]!.between).toEqual(between);
    expect(setRamp(made, 1, null).score!.shots[1]!.between).toEqual(between);
    expect(makeBetween(made, [0, 1], null)).toEqual(plan);
  });
});
