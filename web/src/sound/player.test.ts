import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { seconds } from '@caesura/core/time';
import type { Click } from './click.ts';
import type { Playable } from './held-sounds.ts';
import { Player } from './player.ts';
import { routeTimes, type Route } from './route.ts';

/** A sound device with a clock that is moved by hand, and what was set on it. */
const device = {
  now: 0,
  clicks: [] as number[],
  gains: [] as number[][],
  started: [] as unknown[][],
  samples: 0,
  stopped: 0,
  closed: 0,
};

class FakeNode {
  readonly context: unknown;
  readonly gain = {
    setValueAtTime: (...args: number[]) => device.gains.push(args),
    linearRampToValueAtTime: (...args: number[]) => device.gains.push(args),
    exponentialRampToValueAtTime: () => undefined,
  };
  onended: (() => void) | null = null;
  constructor(context: unknown) {
    this.context = context;
  }
  connect<T>(to: T): T {
    return to;
  }
  disconnect(): void {}
  stop(): void {}
}
class FakeSource extends FakeNode {
  readonly length: number;
  constructor(context: unknown, { buffer: held }: { buffer: { length: number } }) {
    super(context);
    this.length = held.length;
  }
  start(...args: number[]): void {
    device.started.push(args);
    device.samples += this.length;
  }
  override stop(): void {
    device.stopped++;
  }
}
/** What was handed over: silence that knows its length. */
class FakeBuffer {
  readonly numberOfChannels = 1;
  readonly sampleRate = 8000;
  readonly length: number;
  constructor({ length }: { length: number }) {
    this.length = length;
  }
  getChannelData(): Float32Array {
    return new Float32Array(this.length);
  }
  copyToChannel(): void {}
}
class FakeOscillator extends FakeNode {
  start(at: number): void {
    device.clicks.push(at);
  }
}
class FakeContext {
  readonly destination = {};
  readonly outputLatency = 0.02;
  get currentTime(): number {
    return device.now;
  }
  async resume(): Promise<void> {}
  async close(): Promise<void> {
    device.closed++;
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  Object.assign(device, {
    now: 10,
    clicks: [],
    gains: [],
    started: [],
    samples: 0,
    stopped: 0,
    closed: 0,
  });
  vi.stubGlobal('AudioContext', FakeContext);
  vi.stubGlobal('AudioBufferSourceNode', FakeSource);
  vi.stubGlobal('GainNode', FakeNode);
  vi.stubGlobal('AudioBuffer', FakeBuffer);
  vi.stubGlobal('OscillatorNode', FakeOscillator);
  vi.stubGlobal('window', globalThis);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** A beat every half second. */
const beats = (route: Route): Click[] =>
  Array.from({ length: 40 }, (_, i) => i).flatMap((i) =>
    routeTimes(route, seconds(i / 2)).map((after): Click => ({
      after,
      sound: i % 4 === 0 ? 'accent' : 'beat',
    })),
  );
/** A sound of so many seconds that is there as a whole, and one that is decoded bit by bit. */
const whole = (length = 20): Playable => {
  const buffer = new FakeBuffer({ length: 8000 * length }) as unknown as AudioBuffer;
  return { whole: true, extract: async () => ({ buffer, from: seconds(0) }) };
};
const stretch = (from: number, to: number) => ({ from: seconds(from), to: seconds(to) });
const quiet = { onEnd: () => undefined, onTrouble: () => undefined };

/** Moves the device's clock and the timers together. */
async function pass(time: number): Promise<void> {
  for (let done = 0; done < time - 1e-9; done += 0.05) {
    device.now += 0.05;
    await vi.advanceTimersByTimeAsync(50);
  }
}

it('sets every click once, exactly on the clock of the sound', async () => {
  const player = new Player();
  await player.play({ sound: whole(), route: [stretch(3, 8)], clicks: beats }, quiet);
  expect(device.started).toEqual([[10.05, 3, 5]]);
  await pass(6);
  // From 3 s to before 8 s there are ten beats; the one at t is heard at 10.05 + t − 3.
  expect(device.clicks).toHaveLength(10);
  device.clicks.forEach((at, i) => expect(at).toBeCloseTo(10.05 + i / 2, 9));
  player.close();
});

it('tells what is heard now, less the delay of the device, and nothing while still', async () => {
  const player = new Player();
  expect(player.position()).toBeNull();
  await player.play({ sound: whole(), route: [stretch(3, 8)], clicks: () => [] }, quiet);
  expect(player.position()).toBe(3);
  await pass(1);
  expect(player.position()).toBeCloseTo(3 + 1 - 0.05 - 0.02, 9);
  player.stop();
  expect(player.position()).toBeNull();
  expect(device.stopped).toBe(1);
});

it('says when it came to the end by itself, and not when it was stopped', async () => {
  const player = new Player();
  const onEnd = vi.fn();
  await player.play({ sound: whole(), route: [stretch(0, 1)], clicks: beats }, { ...quiet, onEnd });
  player.stop();
  await pass(2);
  expect(onEnd).not.toHaveBeenCalled();
  await player.play({ sound: whole(), route: [stretch(0, 1)], clicks: beats }, { ...quiet, onEnd });
  await pass(2);
  expect(onEnd).toHaveBeenCalledOnce();
  player.close();
  expect(device.closed).toBe(1);
});

it('plays only what was asked for last when calls overtake each other', async () => {
  const player = new Player();
  const calls = [player.play({ sound: whole(), route: [stretch(0, 5)], clicks: beats }, quiet)];
  calls.push(player.play({ sound: whole(), route: [stretch(7, 9)], clicks: beats }, quiet));
  await Promise.all(calls);
  expect(device.started).toEqual([[10.05, 7, 2]]);
  const third = player.play({ sound: whole(), route: [stretch(0, 5)], clicks: beats }, quiet);
  player.stop();
  await third;
  expect(device.started).toHaveLength(1);
  expect(player.position()).toBeNull();
});

it('loops without a gap, clicks in every round', async () => {
  const player = new Player();
  await player.play({ sound: whole(), route: [stretch(2, 4)], clicks: beats }, quiet, {
    loop: true,
    speed: 1,
    fade: null,
  });
  await pass(5.05);
  // Four beats a round of two seconds; a second ahead of 5 s are 6 s, three rounds.
  expect(device.clicks).toHaveLength(12);
  device.clicks.forEach((at, i) => expect(at).toBeCloseTo(10.05 + i / 2, 9));
  expect(player.position()).toBeCloseTo(2 + ((5.05 - 0.05 - 0.02) % 2), 6);
  player.close();
});

it('plays at half speed: packets without a gap, clicks and position as much later, and an end', async () => {
  const player = new Player();
  const onEnd = vi.fn();
  const slow = { loop: false, speed: 0.5, fade: null };
  await player.play(
    { sound: whole(8), route: [stretch(2, 4)], clicks: beats },
    { ...quiet, onEnd },
    slow,
  );
  await pass(1.05);
  expect(player.position()).toBeCloseTo(2 + (1.05 - 0.05 - 0.02) / 2, 6);
  await pass(3.5);
  expect(onEnd).toHaveBeenCalledOnce();
  // Two seconds last four; the beats at 2, 2.5, 3 and 3.5 s come every second.
  expect(device.samples).toBe(4 * 8000);
  expect(device.clicks).toHaveLength(4);
  device.clicks.forEach((at, i) => expect(at).toBeCloseTo(10.05 + i, 9));
  expect(device.started[0]).toEqual([10.05]);
  player.close();
});

it('crosses over where two places are joined, and fades at the end', async () => {
  const player = new Player();
  await player.play(
    { sound: whole(), route: [stretch(3, 4), stretch(8, 9.5)], clicks: beats },
    quiet,
    {
      loop: false,
      speed: 1,
      fade: { from: 2, to: 2.5 },
    },
  );
  await pass(1.5);
  expect(player.position()).toBeCloseTo(8 + 0.5 - 0.05 - 0.02, 6);
  await pass(2);
  // Half the crossfade of 30 ms before the join and half after it.
  const [first, second] = device.started as [number[], number[]];
  [10.05, 3, 1.015].forEach((want, i) => expect(first[i]).toBeCloseTo(want, 9));
  [11.035, 7.985, 1.515].forEach((want, i) => expect(second[i]).toBeCloseTo(want, 9));
  // The beats at 3 and 3.5 s, then those at 8, 8.5 and 9 s straight after.
  const heard = [0, 0.5, 1, 1.5, 2];
  expect(device.clicks).toHaveLength(5);
  device.clicks.forEach((at, i) => expect(at).toBeCloseTo(10.05 + heard[i]!, 9));
  expect(device.gains).toContainEqual([1, 12.05]);
  expect(device.gains).toContainEqual([0, 12.55]);
  player.close();
});

it('decodes a long sound bit by bit ahead of what is heard, and says when that fails', async () => {
  const player = new Player();
  const extracts: [number, number][] = [];
  const onTrouble = vi.fn();
  const long: Playable = {
    whole: false,
    extract: async (from, to) => {
      if (from >= 120) throw new Error('damaged');
      extracts.push([from, to]);
      return {
        buffer: new FakeBuffer({ length: 8000 * (to - from) }) as unknown as AudioBuffer,
        from,
      };
    },
  };
  await player.play(
    { sound: long, route: [stretch(0, 150)], clicks: () => [] },
    { ...quiet, onTrouble },
  );
  expect(extracts).toEqual([[0, 50]]);
  await pass(31);
  expect(extracts).toEqual([
    [0, 50],
    [50, 100],
  ]);
  expect(device.started).toHaveLength(2);
  expect(device.started[1]![0]).toBeCloseTo(60.05, 9);
  expect(onTrouble).not.toHaveBeenCalled();
  await player.play(
    { sound: long, route: [stretch(100, 220)], clicks: () => [] },
    { ...quiet, onTrouble },
  );
  await pass(45);
  expect(onTrouble).toHaveBeenCalledOnce();
  expect(player.position()).toBeNull();
});
