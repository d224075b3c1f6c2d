import { seconds, type Seconds } from '@caesura/core/time';

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

/** Plays a decoded sound with clicks set on the audio clock, so that they are as exact as the sound itself. */
export class Player {
  private context: AudioContext | null = null;
  private playing: {
    readonly source: AudioBufferSourceNode;
    /** All clicks go through here, so that those still ahead are not heard after a stop. */
    readonly clicks: GainNode;
    readonly startedAt: number;
    readonly from: number;
    /** Seconds after which it starts over; infinite without a loop. */
    readonly round: number;
    readonly timer: number;
  } | null = null;

  /**
   * Plays from one time of the file to another, over and over when `loop` is set, without a gap. `onEnd` is called when
   * it comes to the end by itself.
   */
  async play(
    buffer: AudioBuffer,
    from: Seconds,
    to: Seconds,
    clicks: () => readonly Click[],
    onEnd: () => void,
    loop = false,
  ): Promise<void> {
    this.stop();
    const context = (this.context ??= new AudioContext());
    await context.resume();
    // Another call may have come first while the device was waking.
    this.stop();
    const source = new AudioBufferSourceNode(context, { buffer, loop, loopStart: from, loopEnd: to });
    source.connect(context.destination);
    const output = new GainNode(context);
    output.connect(context.destination);
    const startedAt = context.currentTime + 0.05;
    const round = loop ? to - from : Infinity;
    // Seconds since the start up to which clicks are set, rounds of a loop one after the other.
    let done = 0;
    const look = () => {
      const until = Math.min(loop ? Infinity : to - from, context.currentTime - startedAt + AHEAD);
      const inside = clicks().filter((click) => click.at >= from && click.at < to);
      for (let lap = loop ? Math.floor(done / round) : 0; lap === 0 || lap * round < until; lap++)
        for (const click of inside) {
          const after = click.at - from + (lap > 0 ? lap * round : 0);
          if (after >= done && after < until) sound(output, startedAt + after, click.sound);
        }
      done = Math.max(done, until);
    };
    look();
    source.onended = () => {
      if (this.playing?.source !== source) return;
      this.stop();
      onEnd();
    };
    if (loop) source.start(startedAt, from);
    else source.start(startedAt, from, Math.max(0, to - from));
    this.playing = { source, clicks: output, startedAt, from, round, timer: window.setInterval(look, LOOK_AFTER) };
  }

  /** The time of the file that is heard now, or null while nothing plays. */
  position(): Seconds | null {
    if (!this.playing || !this.context) return null;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    const { from, startedAt, round } = this.playing;
    const since = Math.max(0, heard - startedAt);
    return seconds(from + (round < Infinity ? since % round : since));
  }

  stop(): void {
    if (!this.playing) return;
    const { source, clicks, timer } = this.playing;
    this.playing = null;
    window.clearInterval(timer);
    source.stop();
    source.disconnect();
    clicks.disconnect();
  }

  /** Stops and lets go of the sound device. */
  close(): void {
    this.stop();
    void this.context?.close();
    this.context = null;
  }
}
