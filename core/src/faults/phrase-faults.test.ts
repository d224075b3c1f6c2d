import { describe, expect, it } from 'vitest';
import { filmOf, frameSpan } from '../film/index.ts';
import { layOutSteadily } from '../layout/index.ts';
import { addPhrases, changeJoin, setJoinKey, setMove, setWindow } from '../plan/edits/index.ts';
import { PHRASE_KINDS, type Phrase, type PlaceAnchor, type Plan } from '../plan/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames } from '../time/index.ts';
import { faultsOf, mendsOf } from './index.ts';

const laidOut = layOutSteadily(samplePlan());
const at24 = frameRate(24);
const span = (n: number) => frameSpan(n, at24);
const on = (frame: number): PlaceAnchor => ({ on: 'frame', frame: frames(frame) });
const withOne = (set: Phrase['set'], at: PlaceAnchor, to: PlaceAnchor | null = null): Plan =>
  addPhrases(laidOut, [{ at, to }], { set });
const codes = (plan: Plan) =>
  faultsOf(plan)
    .filter(({ area }) => area === 'phrases')
    .map(({ code }) => code);
/** The first frame of a shot, and one well inside it. */
const { start, end } = filmOf(laidOut).shots[4]!;
const inside = Math.floor((start + end) / 2);

/** Every mend of the first fault of a kind does away with it. */
function expectMended(plan: Plan, code: string): void {
  const fault = faultsOf(plan).find((f) => f.code === code)!;
  const mends = mendsOf(plan, fault);
  expect(mends.length).toBeGreaterThan(0);
  for (const mend of mends) expect(codes(mend.plan)).not.toContain(code);
}

describe('a phrase', () => {
  it.each(PHRASE_KINDS)('of the kind %s as it comes raises no fault on a cut', (kind) => {
    const to = { on: 'cut', shot: filmOf(laidOut).shots[6]!.shot.id, by: 0 } as const;
    const at = { on: 'cut', shot: filmOf(laidOut).shots[4]!.shot.id, by: 0 } as const;
    expect(codes(withOne({ kind }, at, to))).toEqual([]);
  });

  it('that ends inside a shot without a way out is told to jump, on a cut it is not', () => {
    const push = { kind: 'push', in: span(5), scale: 1.2 } as const;
    expect(codes(withOne(push, on(start), on(inside)))).toEqual(['phrase-jump']);
    expect(codes(withOne(push, on(start), on(end)))).toEqual([]);
    expectMended(withOne(push, on(start), on(inside)), 'phrase-jump');
  });

  it('that shifts the picture shows its edge, by arithmetic at 1 + 2·0.05', () => {
    const shifted = withOne({ kind: 'own', in: span(4), out: span(4) }, on(inside));
    const keys = [
      { of: 'x', value: 0, ease: 'linear', at: { by: 'part', of: 'in', part: { num: 1, den: 1 } } },
      {
        of: 'x',
        value: 0.05,
        ease: 'linear',
        at: { by: 'part', of: 'hold', part: { num: 0, den: 1 } },
      },
      {
        of: 'x',
        value: 0,
        ease: 'linear',
        at: { by: 'part', of: 'out', part: { num: 1, den: 1 } },
      },
    ] as const;
    const plan = {
      ...shifted,
      phrases: shifted.phrases.map((p) => ({ ...p, set: { ...p.set, keys } })),
    };
    const fault = faultsOf(plan).find(({ code }) => code === 'phrase-edge')!;
    expect(fault.figures).toMatchObject({ covers: expect.closeTo(1.1, 9) as number });
    expectMended(plan, 'phrase-edge');
  });

  it('that ends before it starts, or is tied to what is gone, is told with a mend', () => {
    const empty = withOne({ kind: 'punch-in' }, on(inside), on(inside - 3));
    expect(codes(empty)).toEqual(['phrase-empty']);
    expectMended(empty, 'phrase-empty');
    const lost = withOne({ kind: 'punch-in' }, { on: 'cut', shot: 'gone', by: 0 });
    expect(codes(lost)).toEqual(['phrase-lost']);
    expectMended(lost, 'phrase-lost');
  });

  it('that goes out while the window under it goes in is told to go against it; a slow push is not', () => {
    const joined = setWindow(setMove(laidOut, 5, 'zoom-through'), 5, 5, 5);
    const { frame } = filmOf(joined).joins[4]!;
    const over = (set: Phrase['set'], from: number) =>
      codes(addPhrases(joined, [{ at: on(from) }], { set }));
    const out = {
      kind: 'punch-in',
      scale: 1.6,
      in: span(0),
      hold: span(0),
      out: span(6),
      lands: 'start',
    } as const;
    expect(over(out, frame - 6)).toEqual(['motions-fight']);
    expect(over({ kind: 'push', in: span(40), out: span(8) }, frame - 20)).toEqual([]);
    expectMended(addPhrases(joined, [{ at: on(frame - 6) }], { set: out }), 'motions-fight');
  });

  it('is told where more than three flashes lie within a second, by counting every window of a second', () => {
    const flashes = (frameNumbers: readonly number[]) =>
      codes(
        addPhrases(
          laidOut,
          frameNumbers.map((f) => ({ at: on(f) })),
          { set: { kind: 'flash', out: span(3) } },
        ),
      );
    // 24 frames are a second: four in 23 frames are too many, four in 24 are three and one.
    expect(flashes([100, 107, 114, 123])).toEqual(['flash-often']);
    expect(flashes([100, 108, 116, 124])).toEqual([]);
    expect(flashes([100, 107, 114])).toEqual([]);
    const plan = addPhrases(
      laidOut,
      [100, 106, 112, 118].map((f) => ({ at: on(f) })),
      {
        set: { kind: 'flash', out: span(3) },
      },
    );
    expectMended(plan, 'flash-often');
  });
});

describe('a join', () => {
  it('whose easing takes its scale below nothing is told, with an easing that does not', () => {
    const plan = changeJoin(setMove(laidOut, 5, 'pull-back'), 5, {
      easeOut: 'cubic-bezier(0.5, 0, 0.5, 6)',
    });
    const told = faultsOf(plan).filter(({ code }) => code === 'overshoots');
    expect(told).toHaveLength(1);
    for (const mend of mendsOf(plan, told[0]!))
      expect(faultsOf(mend.plan).filter(({ code }) => code === 'overshoots')).toEqual([]);
  });
});

describe('a picture that turns soft', () => {
  const soft = (plan: Plan) => faultsOf(plan).filter(({ code }) => code === 'phrase-soft');

  it('is told by all its scales together: those of the phrase and of the cut under it', () => {
    // Pictures of the film's size: 1/1.5 pixel alone is enough, 1/(1.5 · 2) is not.
    const { size } = laidOut;
    const sized = { ...laidOut, clips: laidOut.clips.map((clip) => ({ ...clip, size })) };
    const punched = addPhrases(sized, [{ at: on(start - 12) }], {
      set: { kind: 'punch-in', in: span(6), hold: span(20), out: span(6), scale: 1.5 },
    });
    expect(soft(punched)).toEqual([]);
    const zoomed = changeJoin(setWindow(setMove(punched, 4, 'zoom-through'), 4, 5, 5), 4, {
      peak: 2.2,
    });
    const [fault] = soft(zoomed);
    expect((fault!.figures as { softness: number }).softness).toBeCloseTo(1 / (1.5 * 2.2), 6);
    const [mend] = mendsOf(zoomed, fault!);
    // Under a window in motion 0.35 is enough: 1/2.2/0.35.
    expect(mend!.label).toBe('A scale of 129 %');
    expect(soft(mend!.plan)).toEqual([]);
  });
});

describe('own keys of a cut', () => {
  const jumps = (plan: Plan) => faultsOf(plan).filter(({ code }) => code === 'window-jump');

  it('that leave the picture moved at the outer end of the window are told to jump', () => {
    const own = setWindow(setMove(laidOut, 4, 'own'), 4, 6, 6);
    const whipped = setJoinKey(own, 4, { side: 'out', of: 'x', at: -1, value: -0.2 });
    // One key holds over its whole side, so that it begins away from rest.
    const [fault] = jumps(whipped);
    expect(fault).toMatchObject({ cut: 4, figures: { side: 'out', of: 'x', by: 0.2, at: -6 } });
    const [mend] = mendsOf(whipped, fault!);
    expect(mend!.label).toBe('A key at rest there');
    expect(jumps(mend!.plan)).toEqual([]);
    expect(jumps(setJoinKey(whipped, 4, { side: 'out', of: 'x', at: -6, value: 0 }))).toEqual([]);
  });
});
