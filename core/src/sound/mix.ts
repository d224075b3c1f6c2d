import type { GivenSamples } from '../time/index.ts';
import { MIX_RATE } from './mix-rate.ts';
import { stretchedAlong, timeStretched } from './time-stretch.ts';
import { measureEffect } from './measure-effect.ts';
import { addResampled } from './resample.ts';
import { CLICK_RATE } from './audio-events.ts';
import { fadeAt, sampleAt, type AudioEvent, type CoursePoint } from './audio-event.ts';

/** Decoded sound of a file, from one of its samples on. */
export interface Decoded {
  readonly channels: readonly Float32Array[];
  readonly sampleRate: number;
  /** Sample of the file with which the channels begin. */
  readonly from: number;
}

/** A voice made ready to be mixed. */
export interface Sounding {
  readonly event: AudioEvent;
  readonly channels: readonly Float32Array[];
  /**
   * Place in the channels at the start of the film, and places from one sample of the film to the
   * next.
   */
  readonly origin: number;
  readonly step: number;
  /** The same from one sample of the film up to another, where its speed changes. */
  readonly pieces?: readonly Piece[];
}

/** A stretch of the film in which a voice goes at one speed, in samples of the mix. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly origin: number;
  readonly step: number;
}

/** The pieces of a course over a sound that begins with a sample of its file. */
function piecesOf(course: readonly CoursePoint[], begins: number): Piece[] {
  return course.slice(1).map((b, i): Piece => {
    const a = course[i]!;
    const step = (b.sample - a.sample) / (b.at - a.at) / MIX_RATE;
    const origin = a.sample - begins - a.at * MIX_RATE * step;
    // The first and the last reach as far as the voice is heard.
    const from = i === 0 ? -Infinity : Math.ceil(a.at * MIX_RATE);
    const to = i === course.length - 2 ? Infinity : Math.ceil(b.at * MIX_RATE);
    return { from, to, origin, step };
  });
}

/** A click of ours: 40 ms that die away. */
function clickSound(): Decoded {
  const sound = Float32Array.from({ length: Math.round(0.04 * CLICK_RATE) }, (_, n) => {
    const t = n / CLICK_RATE;
    return Math.sin(2 * Math.PI * 1400 * t) * Math.exp(-t * 150);
  });
  return { channels: [sound], sampleRate: CLICK_RATE, from: 0 };
}
export const CLICK = clickSound();

/** The packets of a sound of so many channels as one. */
function joined(packets: readonly Float32Array[][], channels: number): Float32Array[] {
  return Array.from({ length: channels }, (_, c) => {
    const whole = new Float32Array(packets.reduce((sum, packet) => sum + packet[c]!.length, 0));
    let at = 0;
    for (const packet of packets) {
      whole.set(packet[c]!, at);
      at += packet[c]!.length;
    }
    return whole;
  });
}

/** All of a sound at another speed with its pitch kept. */
function slowedOrSped({ channels, sampleRate }: Decoded, speed: number): Float32Array[] {
  const length = channels[0]?.length ?? 0;
  const packets = timeStretched(channels, sampleRate, { from: 0, to: length }, speed);
  return joined([...packets], channels.length);
}

/**
 * A voice along its course with its pitch kept, from the instant at which it starts on. One that
 * goes backwards is turned around and followed forwards.
 */
function stretchedCourse(event: AudioEvent, { channels, sampleRate, from }: Decoded): Sounding {
  const { starts, ends, rate } = event;
  const last = (channels[0]?.length ?? 0) - 1;
  const place = (n: number) => sampleAt(event, starts + n / sampleRate) - from;
  const packets = stretchedAlong(
    rate < 0 ? channels.map((channel) => channel.slice().reverse()) : channels,
    sampleRate,
    (ends - starts) * sampleRate,
    rate < 0 ? (n) => last - place(n) : place,
  );
  const step = sampleRate / MIX_RATE;
  const made = joined([...packets], channels.length);
  return { event, channels: made, origin: -starts * sampleRate, step };
}

/** A whole file from its last sample to its first. */
const backwards = ({ channels, sampleRate, from }: Decoded): Decoded => ({
  channels: channels.map((channel) => channel.slice().reverse()),
  ...{ sampleRate, from },
});

/** Speeds nearer to 1 than this are 1: a tenth of a cent. */
const SAME = 6e-5;

/** All of a sound at the rate of the mix, `step` of its samples to one. */
function atMixRate(channels: readonly Float32Array[], step: number): readonly Float32Array[] {
  if (step === 1) return channels;
  return channels.map((channel) => {
    const out = new Float32Array(Math.ceil(channel.length / step));
    addResampled(out, { first: 0, count: out.length }, { sound: channel, at: 0, step }, () => 1);
    return out;
  });
}

/**
 * Makes a voice ready: where its pitch does not follow its rate it is stretched; then it is laid so
 * that what it goes by falls on its anchor. A peak or an onset is found anew in the sound as it
 * will be heard, since both stretching and what a rate cannot hold move it. What
 * sounds backwards must be decoded whole.
 */
export function soundingOf(event: AudioEvent, file: Decoded): Sounding {
  const { anchor, rate, semitones, by, course, reversed } = event;
  const decoded = reversed === undefined ? file : backwards(file);
  if (event.pitchStays) return stretchedCourse(event, decoded);
  if (course)
    return {
      ...{ event, channels: decoded.channels, origin: 0, step: 1 },
      pieces: piecesOf(course, decoded.from),
    };
  const higher = 2 ** (semitones / 12);
  const speed = rate / higher;
  const kept = Math.abs(speed - 1) < SAME;
  const channels = kept ? decoded.channels : slowedOrSped(decoded, speed);
  const step = (decoded.sampleRate * higher) / MIX_RATE;
  if (by === 'sample') {
    const place = (anchor.sample - decoded.from) / (kept ? 1 : speed);
    return { event, channels, origin: place - anchor.at * MIX_RATE * step, step };
  }
  const made = atMixRate(channels, step);
  const place = measureEffect(made, MIX_RATE)[by];
  return { event, channels: made, origin: place - Math.round(anchor.at * MIX_RATE), step: 1 };
}

/** Left and right of a mono or stereo sound; of more channels the first two. */
const sides = (channels: readonly Float32Array[]): [Float32Array, Float32Array] => [
  channels[0]!,
  channels[1] ?? channels[0]!,
];

/** Samples over which the fades of a voice are taken to be straight. */
const FADE_STEP = 32;

/**
 * The sum of voices from sample `from` of the film on, `count` samples at MIX_RATE, left and right.
 */
export function mixed(
  events: readonly Sounding[],
  from: GivenSamples,
  count: GivenSamples,
): [Float32Array, Float32Array] {
  const out: [Float32Array, Float32Array] = [new Float32Array(count), new Float32Array(count)];
  for (const { event, channels, origin, step, pieces } of events) {
    const first = Math.max(0, Math.ceil(event.starts * MIX_RATE) - from);
    const last = Math.min(count, Math.ceil(event.ends * MIX_RATE) - from);
    if (first >= last) continue;
    const level = 10 ** (event.gain / 20);
    const fades = Float64Array.from({ length: Math.ceil((last - first) / FADE_STEP) + 1 }, (_, i) =>
      fadeAt(event, Math.min(event.ends - 1e-9, (from + first + i * FADE_STEP) / MIX_RATE)),
    );
    const gain = (i: number) => {
      const [cell, part] = [Math.floor(i / FADE_STEP), (i % FADE_STEP) / FADE_STEP];
      return level * (fades[cell]! + part * (fades[cell + 1]! - fades[cell]!));
    };
    for (const piece of pieces ?? [{ from: -Infinity, to: Infinity, origin, step }]) {
      const [begins, ends] = [Math.max(first, piece.from - from), Math.min(last, piece.to - from)];
      if (begins >= ends) continue;
      const at = piece.origin + (from + begins) * piece.step;
      sides(channels).forEach((channel, side) =>
        addResampled(
          out[side]!,
          { first: begins, count: ends - begins },
          { sound: channel, at, step: piece.step },
          (i) => gain(begins - first + i),
        ),
      );
    }
  }
  return out;
}
