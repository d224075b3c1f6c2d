import type { Remote } from 'comlink';
import { mixSample } from '@caesura/core/film';
import { MIX_RATE, type Heard } from '@caesura/core/sound';
import type { FrameRate } from '@caesura/core/time';
import type { Listening, SoundWorker } from '../workers/sound-worker.ts';
import { secondsToStep, type PlayRange } from './play-range.ts';

/**
 * Sound is handed to the audio clock this far ahead, looked after this often. Seconds,
 * milliseconds.
 */
const AHEAD = 0.8;
const LOOK_AFTER = 80;
/** From the call to the first sample, and over what one version goes over into another. Seconds. */
const START_AFTER = 0.08;
const CROSSOVER = 0.012;

/** Whose sound is heard, and what of it. */
export interface MixSource {
  readonly name: string;
  readonly heard: readonly Heard[];
}

/** What is played of a film of which rate, and how fast. */
export interface AudioPlay {
  readonly rate: FrameRate;
  readonly order: PlayRange;
  readonly speed: number;
}

interface Line {
  readonly gain: GainNode;
  readonly nodes: Set<AudioBufferSourceNode>;
  /** Time of the audio clock up to which packets are set. */
  until: number;
  /**
   * The lap that comes next, by the step on which it begins and the place of the film; null when
   * none does.
   */
  next: { readonly step: number; readonly frame: number } | null;
  number: number | null;
  fetching: boolean;
  closed: boolean;
}

/** Plays the mix of a film on the audio clock, lap after lap, and tells how far it is. */
export class FilmAudio {
  private line: Line | null = null;
  private timer = 0;
  private startedAt = 0;
  private source: MixSource = { name: '', heard: [] };
  private readonly rate: FrameRate;
  private readonly order: PlayRange;
  private readonly speed: number;

  constructor(
    private readonly context: AudioContext,
    private readonly worker: Remote<SoundWorker>,
    { rate, order, speed }: AudioPlay,
    private readonly onEnd: () => void,
  ) {
    this.rate = rate;
    this.order = order;
    this.speed = speed;
  }

  /** Sample of the mix at the start of a frame. */
  private readonly sampleOf = (frame: number): number => mixSample(frame, this.rate);

  /** The stretch from a frame to the end of the lap. */
  private readonly listening = (source: MixSource, frame: number): Listening => ({
    ...source,
    from: this.sampleOf(frame),
    to: this.sampleOf(this.order.to),
    speed: this.speed,
  });

  /** Time of the audio clock on which a step begins. */
  private readonly timeOf = (step: number): number =>
    this.startedAt + secondsToStep(step, this.rate) / this.speed;

  /**
   * The lap after one that began on a step with a frame; exact, so that laps do not drift from the
   * pictures.
   */
  private lapAfter(step: number, frame: number): Line['next'] {
    const { from, to, loop } = this.order;
    return loop ? { step: step + to - frame, frame: from } : null;
  }

  private newLine(step: number, frame: number): Line {
    const gain = new GainNode(this.context);
    gain.connect(this.context.destination);
    return {
      gain,
      nodes: new Set(),
      until: this.timeOf(step),
      next: { step, frame },
      number: null,
      fetching: false,
      closed: false,
    };
  }

  private closeLine(line: Line, at: number): void {
    line.closed = true;
    if (line.number !== null) void this.worker.close(line.number);
    line.gain.gain.setValueAtTime(1, at);
    line.gain.gain.linearRampToValueAtTime(0, at + CROSSOVER);
    for (const node of line.nodes) node.stop(at + CROSSOVER);
    window.setTimeout(
      () => line.gain.disconnect(),
      1000 * (at + CROSSOVER - this.context.currentTime) + 100,
    );
  }

  /** Hands over what is to be heard soon. */
  private async supply(line: Line, source: MixSource): Promise<void> {
    if (line.fetching) return;
    line.fetching = true;
    while (!line.closed && line.until < this.context.currentTime + AHEAD) {
      if (line.number === null) {
        if (!line.next) break;
        const { step, frame } = line.next;
        line.number = await this.worker.open(this.listening(source, frame));
        line.until = this.timeOf(step);
        line.next = this.lapAfter(step, frame);
      }
      const packet = await this.worker.next(line.number);
      if (line.closed) break;
      if (packet) {
        this.schedule(line, packet);
        continue;
      }
      line.number = null;
    }
    line.fetching = false;
  }

  private schedule(line: Line, [left, right]: readonly [Float32Array, Float32Array]): void {
    const buffer = new AudioBuffer({
      numberOfChannels: 2,
      length: left.length,
      sampleRate: MIX_RATE,
    });
    buffer.copyToChannel(left as Float32Array<ArrayBuffer>, 0);
    buffer.copyToChannel(right as Float32Array<ArrayBuffer>, 1);
    const node = new AudioBufferSourceNode(this.context, { buffer });
    node.connect(line.gain);
    // What comes too late begins where it would be by now.
    const late = Math.max(0, this.context.currentTime - line.until);
    if (late < buffer.duration) {
      node.start(line.until + late, late);
      line.nodes.add(node);
      node.onended = () => line.nodes.delete(node);
    }
    line.until += left.length / MIX_RATE;
  }

  /** Begins at the order's first frame. */
  async start(source: MixSource): Promise<void> {
    await this.context.resume();
    const line = this.newLine(0, this.order.at);
    this.line = line;
    // The first packet is there before the clock begins to count.
    const number = await this.worker.open(this.listening(source, this.order.at));
    const packet = await this.worker.next(number);
    if (line.closed) return;
    line.number = packet ? number : null;
    line.next = this.lapAfter(0, this.order.at);
    this.startedAt = this.context.currentTime + START_AFTER;
    line.until = this.startedAt;
    if (packet) this.schedule(line, packet);
    this.timer = window.setInterval(() => this.look(), LOOK_AFTER);
    this.source = source;
    this.look();
  }

  private look(): void {
    if (!this.line) return;
    const total = secondsToStep(this.order.to - this.order.at, this.rate) / this.speed;
    if (!this.order.loop && this.context.currentTime >= this.startedAt + total) {
      this.stop();
      this.onEnd();
      return;
    }
    void this.supply(this.line, this.source);
  }

  /**
   * Goes over to another version or other sounds, from a step on; the old one is heard until the
   * new is there.
   */
  async turnTo(source: MixSource, step: number, frame: number): Promise<void> {
    const old = this.line;
    if (!old) return;
    this.source = source;
    const at = this.timeOf(step);
    const line = this.newLine(step, frame);
    this.line = line;
    await this.supply(line, source);
    // Overtaken by another version, which takes over from here.
    if (line.closed) return void this.closeLine(old, this.context.currentTime);
    const from = Math.max(at, this.context.currentTime + 0.005);
    line.gain.gain.setValueAtTime(0, from);
    line.gain.gain.linearRampToValueAtTime(1, from + CROSSOVER);
    this.closeLine(old, from);
  }

  /** Seconds of the film since the start that have been heard; null before and after. */
  elapsed(): number | null {
    if (!this.line || this.startedAt === 0) return null;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    return Math.max(0, heard - this.startedAt) * this.speed;
  }

  stop(): void {
    window.clearInterval(this.timer);
    if (this.line) this.closeLine(this.line, this.context.currentTime);
    this.line = null;
  }
}
