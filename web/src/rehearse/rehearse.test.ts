import { describe, expect, it } from 'vitest';
import { frameRate } from '@caesura/core/time';
import { newPlan } from '@caesura/core/plan';
import { AHEAD, FrameQueue } from './frame-queue.ts';
import { frameOnStep, secondsToStep, stepAt, type PlayRange } from './play-range.ts';
import { PictureShow } from './picture-show.ts';
import { SteadyClock } from './steady-clock.ts';
import { playRangeOf } from './play-ranges.ts';

const at24 = frameRate(24);
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('the order in which frames are played', () => {
  it('goes to the end once, or back to the start of the loop', () => {
    const once: PlayRange = { at: 5, from: 2, to: 8, loop: false };
    expect([0, 2, 3].map((k) => frameOnStep(once, k))).toEqual([5, 7, null]);
    const over = { ...once, loop: true };
    expect([0, 2, 3, 8, 9, 15].map((k) => frameOnStep(over, k))).toEqual([5, 7, 2, 7, 2, 2]);
  });

  it('begins each step on its instant, at every rate, for as long as a day', () => {
    for (const rate of [at24, frameRate(30000, 1001), frameRate(60)])
      for (const k of [0, 1, 7, 1800, 107_892, 2_589_408]) {
        expect(stepAt(secondsToStep(k, rate), rate)).toBe(k);
        expect(stepAt(secondsToStep(k, rate) - 1e-5, rate)).toBe(Math.max(0, k - 1));
      }
  });

  it('is round the cut, from here or all, within the film', () => {
    const plan = newPlan('A film without a score');
    expect(playRangeOf('around', plan, { frame: 300, cut: 200 }, true)).toEqual({
      from: 164,
      to: 236,
      at: 164,
      loop: true,
    });
    expect(playRangeOf('around', plan, { frame: 300, cut: null }, true)).toMatchObject({
      from: 264,
      to: 336,
    });
    expect(playRangeOf('here', plan, { frame: 9000, cut: null }, false)).toEqual({
      from: 719,
      to: 720,
      at: 719,
      loop: false,
    });
    expect(playRangeOf('all', plan, { frame: 300, cut: null }, false)).toEqual({
      from: 0,
      to: 720,
      at: 300,
      loop: false,
    });
    // At its end it begins anew.
    expect(playRangeOf('all', plan, { frame: 719, cut: null }, false)).toMatchObject({ at: 0 });
    expect(playRangeOf('section', plan, { frame: 300, cut: null }, true)).toMatchObject({
      from: 0,
      to: 720,
    });
  });
});

/** A painter whose frames are done when told, and that notes what is let go of. */
function slowPainter() {
  const asked: number[] = [];
  const done: (() => void)[] = [];
  const gone: string[] = [];
  return {
    asked,
    gone,
    paint: (frame: number) =>
      new Promise<string>((resolve) => {
        asked.push(frame);
        done.push(() => resolve(`frame ${frame}`));
      }),
    letGo: (painted: string) => void gone.push(painted),
    /** Finishes so many frames. */
    async finish(count: number) {
      for (let i = 0; i < count; i++) {
        done.shift()?.();
        await settled();
      }
    },
  };
}

describe('the queue of frames', () => {
  const order: PlayRange = { at: 0, from: 0, to: 1000, loop: false };
  const make = (painter: ReturnType<typeof slowPainter>, o = order) =>
    new FrameQueue((k) => frameOnStep(o, k), painter.paint, painter.letGo);

  it('paints ahead in order, no more than it may, and lets go of what is over', async () => {
    const painter = slowPainter();
    const queue = make(painter);
    queue.want(0);
    expect(painter.asked).toEqual([0, 1]);
    await painter.finish(100);
    expect(painter.asked).toEqual(Array.from({ length: AHEAD }, (_, i) => i));
    expect(queue.readyFrom(0)).toBe(AHEAD);
    queue.want(3);
    expect(painter.gone).toEqual(['frame 0', 'frame 1', 'frame 2']);
    expect(queue.ready(2)).toBeNull();
    expect(queue.ready(3)).toBe('frame 3');
    queue.close();
    await painter.finish(10);
    expect(new Set(painter.gone).size).toBe(painter.gone.length);
    expect(painter.gone).toHaveLength(painter.asked.length);
  });

  it('leaves out what comes too late, stops at the end, and asks for no more when frozen', async () => {
    const painter = slowPainter();
    const queue = make(painter, { ...order, to: 30 });
    queue.want(0);
    queue.want(20);
    await painter.finish(2);
    expect(painter.gone).toEqual(['frame 0', 'frame 1']);
    await painter.finish(100);
    expect(Math.max(...painter.asked)).toBe(29);
    const other = slowPainter();
    const frozen = make(other);
    frozen.want(0);
    expect(frozen.freeze()).toBe(2);
    await other.finish(100);
    expect(other.asked).toEqual([0, 1]);
    expect(frozen.readyFrom(0)).toBe(2);
  });

  it('goes on where a frame cannot be painted', async () => {
    let fails = true;
    const queue = new FrameQueue<number>(
      (k) => k,
      (frame) =>
        frame === 1 && fails ? Promise.reject(new Error('gone')) : Promise.resolve(frame),
      () => undefined,
    );
    queue.want(0);
    await settled();
    fails = false;
    queue.want(1);
    await settled();
    expect(queue.ready(1)).toBe(1);
  });
});

describe('the show of frames by a clock', () => {
  /** A show over a queue in which the given steps are never ready. */
  function showing(missing: readonly number[]) {
    const seen: number[] = [];
    let now: number | null = null;
    const queue = {
      ready: (k: number) => (missing.includes(k) ? null : k),
      want: () => undefined,
    } as unknown as FrameQueue<number>;
    const show = new PictureShow<number>(
      queue,
      at24,
      () => now,
      (painted) => seen.push(painted),
    );
    return {
      seen,
      show,
      at: (frames: number) => {
        now = frames / 24;
        show.tick();
      },
    };
  }

  it('shows each frame once, however often the screen is drawn', () => {
    const { seen, show, at } = showing([]);
    show.tick();
    for (const t of [0, 0.3, 0.9, 1, 1.4, 2.1, 2.9, 3]) at(t);
    expect(seen).toEqual([0, 1, 2, 3]);
    expect(show.punctuality()).toEqual({ due: 3, late: 0 });
  });

  it('counts frames that were never shown, be it that they were not ready or that the screen was not drawn', () => {
    const { seen, show, at } = showing([2, 3]);
    for (const t of [0, 1, 2, 3, 4, 9]) at(t);
    expect(seen).toEqual([0, 1, 4, 9]);
    expect(show.punctuality()).toEqual({ due: 9, late: 6 });
  });

  /**
   * A show over one queue that goes over to another, each with a painter that finishes when told.
   */
  function turning() {
    const [old, fresh] = [slowPainter(), slowPainter()];
    const seen: string[] = [];
    const order: PlayRange = { at: 0, from: 0, to: 1000, loop: false };
    const queueOf = (of: string, { paint, letGo }: ReturnType<typeof slowPainter>) =>
      new FrameQueue<string>(
        (k) => frameOnStep(order, k),
        async (frame) => `${of} ${await paint(frame)}`,
        letGo,
      );
    const first = queueOf('old', old);
    let now = 0;
    const show = new PictureShow<string>(
      first,
      at24,
      () => now / 24,
      (painted) => seen.push(painted),
    );
    first.want(0);
    return {
      old,
      fresh,
      seen,
      show,
      first,
      second: queueOf('new', fresh),
      at: (k: number) => {
        now = k;
        show.tick();
      },
    };
  }

  it('goes over to another queue where the old one ends, without a gap and without a frame painted twice', async () => {
    const { old, fresh, seen, show, first, second, at } = turning();
    await old.finish(100);
    at(0);
    const step = first.freeze();
    expect(step).toBe(AHEAD);
    show.turnTo(second, step);
    await fresh.finish(100);
    for (let k = 1; k < 2 * AHEAD; k++) {
      at(k);
      expect(show.turning).toBe(k < step);
      await fresh.finish(2);
    }
    expect(seen).toEqual(
      Array.from({ length: 2 * AHEAD }, (_, k) => `${k < step ? 'old' : 'new'} frame ${k}`),
    );
    expect(Math.min(...fresh.asked)).toBe(step);
    expect(Math.max(...old.asked)).toBe(step - 1);
    expect(show.punctuality()).toEqual({ due: 2 * AHEAD - 1, late: 0 });
    // Nothing that was painted is kept for ever.
    show.close();
    expect(old.gone).toHaveLength(AHEAD);
    await fresh.finish(100);
    expect(fresh.gone).toHaveLength(fresh.asked.length);
  });

  it('shows the old one as long as the new one is not ready, and a wish that was overtaken never', async () => {
    const { old, fresh, seen, show, second, at } = turning();
    await old.finish(100);
    at(0);
    const never = slowPainter();
    show.turnTo(new FrameQueue((k) => k, never.paint, never.letGo), 2);
    show.turnTo(second, 3);
    for (const k of [1, 2, 3, 4]) at(k);
    expect(seen).toEqual([0, 1, 2, 3, 4].map((k) => `old frame ${k}`));
    await fresh.finish(3);
    at(5);
    expect(seen.at(-1)).toBe('new frame 5');
    await never.finish(9);
    expect(never.gone).toHaveLength(never.asked.length);
  });
});

describe('the steady clock', () => {
  /**
   * A clock of sound as a browser tells it: by packets of 128 samples at 48 kHz, read now and then
   * a few milliseconds late.
   */
  const packet = 128 / 48_000;
  const heard = (t: number) =>
    Math.max(0, packet * Math.floor((t - 0.004 * Math.abs(Math.sin(7 * t))) / packet));

  it('gives every frame of a film at the rate of the screen its turn, near to the clock', () => {
    const clock = new SteadyClock(1);
    const [raw, steady]: [number[], number[]] = [[], []];
    for (let tick = 0; tick < 6000; tick++) {
      const t = tick / 60 + 0.0021;
      const at = clock.at(heard(t), 1000 * t);
      if (t > 1) {
        raw.push(stepAt(heard(t), frameRate(60)));
        steady.push(stepAt(at, frameRate(60)));
        expect(Math.abs(at - heard(t))).toBeLessThan(0.008);
      }
    }
    const uneven = (steps: number[]) =>
      steps.slice(1).filter((step, i) => step !== steps[i]! + 1).length;
    expect(uneven(raw)).toBeGreaterThan(100);
    expect(uneven(steady)).toBeLessThan(10);
  });

  it('stands still before the start, never goes back, follows a jump, and goes slowly where the film does', () => {
    const clock = new SteadyClock(0.5);
    for (let tick = 0; tick < 20; tick++) expect(clock.at(0, 16 * tick)).toBe(0);
    expect(clock.at(0.004, 320)).toBe(0.004);
    expect(clock.at(0.012, 336)).toBeCloseTo(0.012, 9);
    expect(clock.at(0.012, 336)).toBeCloseTo(0.012, 9);
    const before = clock.at(0.02, 352);
    expect(clock.at(0.001, 353)).toBeGreaterThanOrEqual(before);
    expect(clock.at(2, 370)).toBe(2);
  });

  it('stands where the sound stalls on a busy machine, and goes on with it', () => {
    const clock = new SteadyClock(1);
    const shown: number[] = [];
    // The sound loses 0.2 s in the middle of a second.
    for (let tick = 0; tick < 60; tick++) {
      const t = (tick + 1) / 60;
      shown.push(clock.at(t < 0.5 ? t : Math.max(0.5, t - 0.2), 1000 * t));
    }
    expect(shown.every((at, i) => i === 0 || at >= shown[i - 1]!)).toBe(true);
    expect(Math.abs(shown.at(-1)! - 0.8)).toBeLessThan(1 / 60);
  });
});
