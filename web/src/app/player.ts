import { seconds, type Seconds } from '@caesura/core/time';
import { slowVoice, type SlowVoice } from './slow-voice.ts';

/** How a click sounds: high and loud for the first beat of a bar, lower for a beat, a soft tick for any other cue. */
export type ClickSound = 'accent' | 'beat' | 'tick';

/** A click at a time of the sound file. */
export interface Click {
  readonly at: Seconds;
  readonly sound: ClickSound;
}

/** Pitch in Hz, peak gain and length in seconds of each. */
const VOICES: Record<ClickSound, { readonly hertz: number; readonly gain: number; readonly length: number }> = {
  accent: { hertz: 2100, gain: 0.5, length: 0.04 },
  beat: { hertz: 1400, gain: 0.3, length: 0.04 },
  tick: { hertz: 900, gain: 0.16, length: 0.02 },
};

/** Clicks are handed to the audio clock this far ahead, looked after this often. */
const AHEAD = 1;
const LOOK_AFTER = 250;

/** Sounds one click at a time of the audio clock. */
function sound(output: GainNode, at: number, as: ClickSound): void {
  const { context } = output;
  const { hertz, gain: peak, length } = VOICES[as];
  const oscillator = new OscillatorNode(context, { frequency: hertz });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(peak, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + length);
  oscillator.connect(gain).connect(output);
  oscillator.start(at);
  oscillator.stop(at + length + 0.01);
}

/** How a stretch of a sound is played. */
export interface Manner {
  /** Over and over, without a gap. */
  readonly loop: boolean;
  /** 1 is as it is, 0.5 half as fast; the pitch is kept. */
  readonly speed: number;
}

interface Session {
  /** Everything that is heard goes through here, so that what is still ahead is not heard after a stop. */
  readonly outputs: readonly GainNode[];
  readonly stop: () => void;
  readonly startedAt: number;
  readonly from: number;
  /** Seconds of sound after which it starts over; infinite without a loop. */
  readonly round: number;
  readonly speed: number;
  readonly timer: number;
}

/** Plays a decoded sound with clicks set on the audio clock, so that they are as exact as the sound itself. */
export class Player {
  private context: AudioContext | null = null;
  private playing: Session | null = null;

  /** Plays from one time of the file to another. `onEnd` is called when it comes to the end by itself. */
  async play(
    buffer: AudioBuffer,
    from: Seconds,
    to: Seconds,
    clicks: () => readonly Click[],
    onEnd: () => void,
    { loop, speed }: Manner = { loop: false, speed: 1 },
  ): Promise<void> {
    this.stop();
    const context = (this.context ??= new AudioContext());
    await context.resume();
    // Another call may have come first while the device was waking.
    this.stop();
    const outputs = [new GainNode(context), new GainNode(context)] as const;
    outputs.forEach((output) => output.connect(context.destination));
    const [voice, clicking] = outputs;
    const startedAt = context.currentTime + 0.05;
    const length = (to - from) / speed;
    const round = loop ? length : Infinity;
    const ended = () => {
      if (this.playing?.outputs !== outputs) return;
      this.stop();
      onEnd();
    };
    const { supply, stop } =
      speed === 1
        ? atOnce(voice, buffer, { from, to, loop }, startedAt, ended)
        : slowVoice(voice, buffer, { from, to, speed, loop }, startedAt);
    // Seconds since the start up to which clicks are set, rounds of a loop one after the other.
    let done = 0;
    const look = () => {
      const ahead = context.currentTime - startedAt + AHEAD;
      supply(startedAt + ahead);
      const until = Math.min(loop ? Infinity : length, ahead);
      const inside = clicks().filter((click) => click.at >= from && click.at < to);
      for (let lap = loop ? Math.floor(done / round) : 0; lap === 0 || lap * round < until; lap++)
        for (const click of inside) {
          const after = (click.at - from) / speed + (lap > 0 ? lap * round : 0);
          if (after >= done && after < until) sound(clicking, startedAt + after, click.sound);
        }
      done = Math.max(done, until);
      if (speed !== 1 && !loop && context.currentTime >= startedAt + length) ended();
    };
    const timer = window.setInterval(look, LOOK_AFTER);
    this.playing = { outputs, stop, startedAt, from, round, speed, timer };
    look();
  }

  /** The time of the file that is heard now, or null while nothing plays. */
  position(): Seconds | null {
    if (!this.playing || !this.context) return null;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    const { from, startedAt, round, speed } = this.playing;
    const since = Math.max(0, heard - startedAt);
    return seconds(from + speed * (round < Infinity ? since % round : since));
  }

  stop(): void {
    if (!this.playing) return;
    const { outputs, stop, timer } = this.playing;
    this.playing = null;
    window.clearInterval(timer);
    stop();
    outputs.forEach((output) => output.disconnect());
  }

  /** Stops and lets go of the sound device. */
  close(): void {
    this.stop();
    void this.context?.close();
    this.context = null;
  }
}

/** Hands a stretch of a sound to the device as a whole. */
function atOnce(
  output: GainNode,
  buffer: AudioBuffer,
  { from, to, loop }: { readonly from: number; readonly to: number; readonly loop: boolean },
  startAt: number,
  onEnd: () => void,
): SlowVoice {
  const source = new AudioBufferSourceNode(output.context, { buffer, loop, loopStart: from, loopEnd: to });
  source.connect(output);
  source.onended = onEnd;
  if (loop) source.start(startAt, from);
  else source.start(startAt, from, Math.max(0, to - from));
  return { supply: () => undefined, stop: () => source.stop() };
}
