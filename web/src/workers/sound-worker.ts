import type { Plan } from '@caesura/core/plan';
import { MIX_RATE, timeStretched, type Heard } from '@caesura/core/sound';
import { expose, transfer } from 'comlink';
import { FilmSound } from '../rehearse/film-sound.ts';
import { answering } from './task.ts';

/** A stretch of a film that is to be heard, in samples of the mix. */
export interface Listening {
  readonly name: string;
  readonly heard: readonly Heard[];
  readonly from: number;
  readonly to: number;
  /** 1 is as it is; less is slower with its pitch kept. */
  readonly speed: number;
}

/** Left and right. */
export type Packet = readonly [Float32Array, Float32Array];

/** Samples in a packet, and the stretch that is mixed at once where it is slowed. */
const PACKET = MIX_RATE / 4;
const SLOWED_AT_ONCE = 20 * MIX_RATE;

const sound = new FilmSound();

/** The packets of a stretch, one after the other, to the sample as long as it is to be. */
function* packetsOf({ name, heard, from, to, speed }: Listening): Generator<Packet> {
  if (speed === 1) {
    for (let at = from; at < to; at += PACKET)
      yield sound.mix(name, at, Math.min(PACKET, to - at), heard);
    return;
  }
  for (let at = from; at < to; at += SLOWED_AT_ONCE) {
    const end = Math.min(to, at + SLOWED_AT_ONCE);
    let left = Math.round((end - from) / speed) - Math.round((at - from) / speed);
    const channels = sound.mix(name, at, end - at, heard);
    for (const packet of timeStretched(channels, MIX_RATE, { from: 0, to: end - at }, speed)) {
      const [l, r] = packet.map((samples) => samples.slice(0, left)) as [
        Float32Array,
        Float32Array,
      ];
      left -= l.length;
      if (l.length > 0) yield [l, r];
      if (left <= 0) break;
    }
  }
}

const open = new Map<number, Generator<Packet>>();
let opened = 0;

const work = {
  /** Takes a plan under a name. Returns what stays silent. */
  load: answering((name: string, plan: Plan, onProgress?: (fraction: number) => void) =>
    sound.load(name, plan, onProgress),
  ),
  drop: (name: string): void => sound.drop(name),
  /** Begins a stretch; returns the number by which its packets are asked for. */
  open(listening: Listening): number {
    open.set(++opened, packetsOf(listening));
    return opened;
  },
  /**
   * The next of a stretch, at least a quarter of a second of it unless it ends; null at its end.
   */
  next(number: number): Packet | null {
    const packets = open.get(number);
    const taken: Packet[] = [];
    let length = 0;
    while (packets && length < PACKET) {
      const { value, done } = packets.next();
      if (done) break;
      taken.push(value);
      length += value[0].length;
    }
    if (length === 0) {
      open.delete(number);
      return null;
    }
    const [left, right] = [new Float32Array(length), new Float32Array(length)];
    let at = 0;
    for (const [l, r] of taken) {
      left.set(l, at);
      right.set(r, at);
      at += l.length;
    }
    return transfer([left, right] as const, [left.buffer, right.buffer]);
  },
  /** Lets go of a stretch. */
  close: (number: number): void => void open.delete(number),
};
export type SoundWorker = typeof work;
expose(work);
