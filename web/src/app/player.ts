import { seconds, type Seconds } from '@caesura/core/time';

/** A click at a time of the sound file. */
export interface Click {
  readonly at: Seconds;
  /** Higher and louder, for the first beat of a bar. */
  readonly accent: boolean;
}

/** Clicks are handed to the audio clock this far ahead, looked after this often. */
const AHEAD = 1;
const LOOK_AFTER = 250;

/** Sounds one click at a time of the audio clock. */
function sound(output: GainNode, at: number, accent: boolean): void {
  const { context } = output;
  const oscillator = new OscillatorNode(context, { frequency: accent ? 2100 : 1400 });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(accent ? 0.5 : 0.3, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + 0.04);
  oscillator.connect(gain).connect(output);
  oscillator.start(at);
  oscillator.stop(at + 0.05);
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
    readonly timer: number;
  } | null = null;

  /** Plays from one time of the file to another. `onEnd` is called when it comes to the end by itself. */
  async play(
    buffer: AudioBuffer,
    from: Seconds,
    to: Seconds,
    clicks: () => readonly Click[],
    onEnd: () => void,
  ): Promise<void> {
    this.stop();
    const context = (this.context ??= new AudioContext());
    await context.resume();
    // Another call may have come first while the device was waking.
    this.stop();
    const source = new AudioBufferSourceNode(context, { buffer });
    source.connect(context.destination);
    const output = new GainNode(context);
    output.connect(context.destination);
    const startedAt = context.currentTime + 0.05;
    let next = from;
    const look = () => {
      const until = Math.min(to, from + context.currentTime - startedAt + AHEAD);
      for (const click of clicks())
        if (click.at >= next && click.at < until) sound(output, startedAt + click.at - from, click.accent);
      next = seconds(Math.max(next, until));
    };
    look();
    source.onended = () => {
      if (this.playing?.source !== source) return;
      this.stop();
      onEnd();
    };
    source.start(startedAt, from, Math.max(0, to - from));
    this.playing = { source, clicks: output, startedAt, from, timer: window.setInterval(look, LOOK_AFTER) };
  }

  /** The time of the file that is heard now, or null while nothing plays. */
  position(): Seconds | null {
    if (!this.playing || !this.context) return null;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    return seconds(this.playing.from + Math.max(0, heard - this.playing.startedAt));
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
