import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { seconds } from '@caesura/core/time';
import { Player, type Click } from './player.ts';

/** A sound device with a clock that is moved by hand, and what was set on it. */
const device = { now: 0, clicks: [] as number[], started: [] as unknown[][], samples: 0, stopped: 0, closed: 0 };

class FakeNode {
  readonly context: unknown;
  readonly gain = { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined };
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
let source: FakeSource | null = null;
class FakeSource extends FakeNode {
  readonly length: number;
  constructor(context: unknown, { buffer: held }: { buffer: { length: number } }) {
    super(context);
    this.length = held.length;
    // eslint-disable-next-line @typescript-eslint/no-this-alias -- the test ends the sound by hand
    source = this;
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
  Object.assign(device, { now: 10, clicks: [], started: [], samples: 0, stopped: 0, closed: 0 });
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
const beats: Click[] = Array.from({ length: 40 }, (_, i) => ({
  at: seconds(i / 2),
  sound: i % 4 === 0 ? 'accent' : 'beat',
}));
const buffer = {} as AudioBuffer;

/** Moves the device's clock and the timers together. */
async function pass(time: number): Promise<void> {
  for (let done = 0; done < time - 1e-9; done += 0.05) {
    device.now += 0.05;
    await vi.advanceTimersByTimeAsync(50);
  }
}

it('sets every click once, exactly on the clock of the sound', async () => {
  const player = new Player();
  await player.play(
    buffer,
    seconds(3),
    seconds(8),
    () => beats,
    () => undefined,
  );
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
  await player.play(
    buffer,
    seconds(3),
    seconds(8),
    () => [],
    () => undefined,
  );
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
  await player.play(buffer, seconds(0), seconds(1), () => beats, onEnd);
  player.stop();
  source!.onended!();
  expect(onEnd).not.toHaveBeenCalled();
  await player.play(buffer, seconds(0), seconds(1), () => beats, onEnd);
  source!.onended!();
  expect(onEnd).toHaveBeenCalledOnce();
  player.close();
  expect(device.closed).toBe(1);
});

it('loops without a gap, clicks in every round', async () => {
  const player = new Player();
  await player.play(
    buffer,
    seconds(2),
    seconds(4),
    () => beats,
    () => undefined,
    { loop: true, speed: 1 },
  );
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
  const long = new FakeBuffer({ length: 8 * 8000 }) as unknown as AudioBuffer;
  await player.play(long, seconds(2), seconds(4), () => beats, onEnd, { loop: false, speed: 0.5 });
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
