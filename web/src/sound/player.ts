import type { Seconds } from '@caesura/core/time';
import { soundClick, type Click } from './click.ts';
import { feedOf } from './feed.ts';
import type { Extract, Playable } from './held-sounds.ts';
import { fileTime, routeLength, type Piece, type Route } from './route.ts';
import { playingSoundOf, type PlayingSound } from './playing-sound.ts';

/** Clicks and voices are handed to the audio clock this far ahead, looked after this often. */
const AHEAD = 1;
const LOOK_AFTER = 250;
/** From the call to the first sample, in seconds. */
const START_AFTER = 0.05;

/** How a route through a sound is played. */
export interface Manner {
  /** Over and over, without a gap. */
  readonly loop: boolean;
  /** 1 is as it is, 0.5 half as fast; the pitch is kept. */
  readonly speed: number;
  /** Seconds of the route from which on, and up to which, it fades to nothing; null for no fade. */
  readonly fade: { readonly from: number; readonly to: number } | null;
}

/** Once, as it is. */
export const PLAIN: Manner = { loop: false, speed: 1, fade: null };

/** What is told of a play that goes on after the call. */
export interface Told {
  /** It came to the end by itself. */
  readonly onEnd: () => void;
  /** A later part of the sound could not be decoded; it has stopped. */
  readonly onTrouble: (error: unknown) => void;
}

interface Session {
  /**
   * Everything that is heard goes through here, so that what is still ahead is not heard after a
   * stop.
   */
  readonly outputs: readonly GainNode[];
  readonly playing: Set<PlayingSound>;
  readonly startedAt: number;
  readonly route: Route;
  readonly manner: Manner;
  readonly timer: number;
}

/** A way through a sound, and the clicks that belong on a route. */
export interface Played {
  readonly sound: Playable;
  readonly route: Route;
  readonly clicks: (route: Route) => readonly Click[];
}

/**
 * Plays a sound with clicks set on the audio clock, so that they are as exact as the sound itself.
 */
export class Player {
  private context: AudioContext | null = null;
  private playing: Session | null = null;
  /** Counts calls, so that one that was overtaken while it waited knows. */
  private calls = 0;

  /** Plays a route through a sound. Throws when its first part cannot be decoded. */
  async play(
    { sound, route, clicks }: Played,
    { onEnd, onTrouble }: Told,
    manner: Manner = PLAIN,
  ): Promise<void> {
    this.stop();
    const call = ++this.calls;
    const context = (this.context ??= new AudioContext());
    const feed = feedOf(sound, route, manner.loop);
    const first: [Piece, Extract][] = [];
    await Promise.all([context.resume(), feed.fetch(AHEAD, (...fetched) => first.push(fetched))]);
    if (call !== this.calls) return;

    const { speed, loop, fade } = manner;
    const outputs = [new GainNode(context), new GainNode(context)] as const;
    outputs.forEach((output) => output.connect(context.destination));
    const [voiced, clicking] = outputs;
    const startedAt = context.currentTime + START_AFTER;
    const length = routeLength(route);
    /** Seconds of the audio clock that the route lasts, once. */
    const round = length / speed;
    const playing = new Set<PlayingSound>();
    const add = (piece: Piece, extract: Extract) =>
      playing.add(playingSoundOf(voiced, [piece, extract], startedAt + piece.after / speed, speed));
    if (fade && !loop) {
      // A fade that has begun before the route goes on from where it would be.
      const gain = Math.min(1, fade.to / (fade.to - fade.from));
      voiced.gain.setValueAtTime(gain, startedAt + Math.max(0, fade.from) / speed);
      voiced.gain.linearRampToValueAtTime(0, startedAt + fade.to / speed);
    }
    // Seconds since the start up to which clicks are set, rounds of a loop one after the other.
    let done = 0;
    const click = (until: number) => {
      const set = clicks(route);
      for (let lap = loop ? Math.floor(done / round) : 0; lap === 0 || lap * round < until; lap++)
        for (const { after, sound: as } of set) {
          const at = after / speed + (lap > 0 ? lap * round : 0);
          if (after >= 0 && after < length && at >= done && at < until)
            soundClick(clicking, startedAt + at, as);
        }
      done = Math.max(done, until);
    };
    const look = () => {
      const ahead = context.currentTime - startedAt + AHEAD;
      for (const part of playing) {
        if (part.endsAt < context.currentTime - AHEAD) playing.delete(part);
        else part.supply(startedAt + ahead);
      }
      click(loop ? ahead : Math.min(round, ahead));
      if (!loop && context.currentTime >= startedAt + round) {
        this.stop();
        onEnd();
        return;
      }
      feed
        .fetch(ahead * speed, (...fetched) => {
          if (call === this.calls && this.playing) add(...fetched);
        })
        .catch((error: unknown) => {
          if (call !== this.calls) return;
          this.stop();
          onTrouble(error);
        });
    };
    for (const fetched of first) add(...fetched);
    this.playing = {
      outputs,
      playing,
      startedAt,
      route,
      manner,
      timer: window.setInterval(look, LOOK_AFTER),
    };
    look();
  }

  /** Seconds of the route that have been heard, or null while nothing plays. */
  elapsed(): number | null {
    if (!this.playing || !this.context) return null;
    const heard = this.context.currentTime - (this.context.outputLatency || 0);
    const { route, startedAt, manner } = this.playing;
    const since = Math.max(0, heard - startedAt) * manner.speed;
    const length = routeLength(route);
    return manner.loop ? since % length : Math.min(since, length);
  }

  /** The time of the file that is heard now, or null while nothing plays or in silence. */
  position(): Seconds | null {
    const elapsed = this.elapsed();
    return elapsed === null ? null : fileTime(this.playing!.route, elapsed);
  }

  stop(): void {
    this.calls++;
    if (!this.playing) return;
    const { outputs, playing, timer } = this.playing;
    this.playing = null;
    window.clearInterval(timer);
    for (const sound of playing) sound.stop();
    outputs.forEach((output) => output.disconnect());
  }

  /** Stops and lets go of the sound device. */
  close(): void {
    this.stop();
    void this.context?.close();
    this.context = null;
  }
}
