import { MIX_RATE, type Heard } from '@caesura/core/sound';
import type { Plan } from '@caesura/core/plan';
import { compare } from '@caesura/core/time';
import { startPictureWorker, startSoundWorker } from '../workers/start.ts';
import type { PictureWorker } from '../workers/picture-worker.ts';
import type { SoundWorker } from '../workers/sound-worker.ts';
import { started, valueOf } from '../workers/task.ts';
import { FilmAudio } from './film-audio.ts';
import { FrameQueue } from './frame-queue.ts';
import { frameOnStep, stepAt, type PlayRange } from './play-range.ts';
import { PictureShow, type Punctuality } from './picture-show.ts';
import { SteadyClock } from './steady-clock.ts';

/** Width at which frames are painted; the small copies have no more. */
const WIDTH = 480;
/** Frames that are ready before a play begins. */
const READY = 6;
/** Seconds from the wish to go over to another version until it is due at the soonest. */
const TURN_AFTER = 0.4;
/** Longest wait for pictures. Milliseconds. */
const PATIENCE = 4000;
/** Versions that the workers hold. */
const MOST_HELD = 4;

/** What a rehearsal tells. */
export interface Told {
  readonly onFrame: (frame: number, picture: ImageBitmap) => void;
  readonly onEnd: () => void;
  /** Sounds that cannot be had and stay silent. */
  readonly onSilent: (sentences: readonly string[]) => void;
}

interface Wish {
  readonly plan: Plan;
  readonly heard: readonly Heard[];
}

interface Session {
  readonly order: PlayRange;
  readonly speed: number;
  /** What is seen and heard, or is being gone over to. */
  now: Wish;
  /** The last that was wished to be seen and heard. */
  wish: Wish;
  turning: boolean;
  readonly audio: FilmAudio;
  readonly show: PictureShow<ImageBitmap>;
  queue: FrameQueue<ImageBitmap>;
  raf: number;
}

/** A plan that the workers hold. */
interface Held {
  readonly name: string;
  /** Done once it can be painted, and once it can be heard as well. */
  readonly pictures: Promise<unknown>;
  readonly all: Promise<unknown>;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Plays plans: pictures painted ahead in one worker, sound mixed in another, both by the audio
 * clock.
 */
export class Rehearsal {
  private readonly ofPictures = started<PictureWorker>(startPictureWorker);
  private readonly ofSounds = started<SoundWorker>(startSoundWorker);
  private readonly pictures = this.ofPictures.remote;
  private readonly sounds = this.ofSounds.remote;
  private context: AudioContext | null = null;
  /** Names under which the workers know plans, the one longest not used first. */
  private readonly held = new Map<Plan, Held>();
  private names = 0;
  private session: Session | null = null;
  /** Counts plays and stops, so that one that was overtaken knows. */
  private calls = 0;
  private still: { plan: Plan; frame: number } | null = null;
  private busy = false;

  constructor(private readonly told: Told) {}

  /** Makes a plan known to the workers; ready once they have what is asked of it. */
  private async hold(plan: Plan, what: 'pictures' | 'all' = 'all'): Promise<string> {
    let known = this.held.get(plan);
    if (!known) {
      const name = `version ${++this.names}`;
      const pictures = this.pictures.load(name, plan);
      const sounds = async () => {
        const silent = valueOf(await this.sounds.load(name, plan));
        if (silent.length > 0) this.told.onSilent(silent);
      };
      known = { name, pictures, all: Promise.all([pictures, sounds()]) };
      // What failed is tried anew the next time.
      known.all.catch(() => this.held.delete(plan));
    }
    this.held.delete(plan);
    this.held.set(plan, known);
    if (this.held.size > MOST_HELD) {
      const [oldest, { name }] = this.held.entries().next().value!;
      this.held.delete(oldest);
      void this.pictures.drop(name);
      void this.sounds.drop(name);
    }
    await known[what];
    return known.name;
  }

  private paint(name: string, { size }: Plan, frame: number): Promise<ImageBitmap> {
    const height = Math.max(2, Math.round((WIDTH * size.height) / size.width));
    return this.pictures.paint(name, frame, WIDTH, height);
  }

  private queueOf(name: string, plan: Plan, order: PlayRange): FrameQueue<ImageBitmap> {
    return new FrameQueue(
      (step) => frameOnStep(order, step),
      (frame) => this.paint(name, plan, frame),
      (picture) => picture.close(),
    );
  }

  /**
   * Shows one frame while nothing plays; of frames asked for faster than they can be painted the
   * last.
   */
  async showStill(plan: Plan, frame: number): Promise<void> {
    this.still = { plan, frame };
    if (this.busy || this.session) return;
    this.busy = true;
    try {
      while (this.still && !this.session) {
        const wanted = this.still;
        this.still = null;
        const name = await this.hold(wanted.plan, 'pictures');
        const painted = await this.paint(name, wanted.plan, wanted.frame);
        if (!this.session) this.told.onFrame(wanted.frame, painted);
        painted.close();
      }
    } finally {
      this.busy = false;
    }
  }

  /** Plays a stretch of a plan. Returns whether it has begun, and was not stopped before. */
  async play(
    plan: Plan,
    order: PlayRange,
    speed: number,
    heard: readonly Heard[],
  ): Promise<boolean> {
    this.stop();
    const call = ++this.calls;
    const context = (this.context ??= new AudioContext({
      latencyHint: 'interactive',
      sampleRate: MIX_RATE,
    }));
    const name = await this.hold(plan);
    if (call !== this.calls) return false;
    const queue = this.queueOf(name, plan, order);
    queue.want(0);
    const enough = Math.min(READY, order.loop ? Infinity : order.to - order.at);
    for (let waited = 0; queue.readyFrom(0) < enough && waited < PATIENCE; waited += 20)
      await wait(20);
    if (call !== this.calls) {
      queue.close();
      return false;
    }
    const audio = new FilmAudio(context, this.sounds, { rate: plan.rate, order, speed }, () => {
      this.stop();
      this.told.onEnd();
    });
    const clock = new SteadyClock(speed);
    let drawn = 0;
    const show = new PictureShow<ImageBitmap>(
      queue,
      plan.rate,
      () => {
        const elapsed = audio.elapsed();
        return elapsed === null ? null : clock.at(elapsed, drawn);
      },
      (painted, step) => {
        const frame = frameOnStep(order, step);
        if (frame !== null) this.told.onFrame(frame, painted);
      },
    );
    await audio.start({ name, heard });
    if (call !== this.calls) {
      audio.stop();
      queue.close();
      return false;
    }
    const now = { plan, heard };
    const session: Session = {
      order,
      speed,
      now,
      wish: now,
      turning: false,
      audio,
      show,
      queue,
      raf: 0,
    };
    this.session = session;
    const draw = (drawnAt: number) => {
      drawn = drawnAt;
      show.tick();
      session.raf = requestAnimationFrame(draw);
    };
    session.raf = requestAnimationFrame(draw);
    return true;
  }

  /**
   * Goes over to another version or other sounds while it plays, where it is. The old one is seen
   * and heard until then. Wishes are carried out one after the other, those that a later one
   * overtook not at all.
   */
  async turnTo(plan: Plan, heard: readonly Heard[]): Promise<void> {
    const session = this.session;
    if (!session) return;
    session.wish = { plan, heard };
    if (session.turning) return;
    session.turning = true;
    const done = ({ now, wish }: Session) => now.plan === wish.plan && now.heard === wish.heard;
    try {
      while (this.session === session && !done(session)) if (!(await this.turn(session))) break;
    } finally {
      session.turning = false;
    }
  }

  /** Carries out the wish of a session. Returns whether it could be. */
  private async turn(session: Session): Promise<boolean> {
    const { wish, audio, order, speed, show } = session;
    const { rate } = session.now.plan;
    const name = await this.hold(wish.plan);
    if (this.session !== session || compare(rate, wish.plan.rate) !== 0) return false;
    const soonest = stepAt((audio.elapsed() ?? 0) + TURN_AFTER * speed, rate);
    if (frameOnStep(order, soonest) === null) return false;
    // Two queues that ask in turn would send the decoders to and fro: the new one goes on where the
    // old one ends.
    const step = Math.max(soonest, session.queue.freeze());
    const frame = frameOnStep(order, step);
    if (frame === null) return false;
    session.now = wish;
    session.queue = this.queueOf(name, wish.plan, order);
    show.turnTo(session.queue, step);
    await audio.turnTo({ name, heard: wish.heard }, step, frame);
    while (this.session === session && show.turning) await wait(20);
    return true;
  }

  /** The frame of the film that is heard now; null while nothing plays. */
  frame(): number | null {
    const { session } = this;
    const elapsed = session?.audio.elapsed() ?? null;
    return session && elapsed !== null
      ? frameOnStep(session.order, stepAt(elapsed, session.now.plan.rate))
      : null;
  }

  /** Frames that were due and late in this play; null while nothing plays. */
  punctuality(): Punctuality | null {
    return this.session?.show.punctuality() ?? null;
  }

  stop(): void {
    this.calls++;
    const { session } = this;
    if (!session) return;
    this.session = null;
    cancelAnimationFrame(session.raf);
    session.audio.stop();
    session.show.close();
  }

  /** Stops and lets go of everything. */
  close(): void {
    this.stop();
    void this.context?.close();
    this.ofPictures.end();
    this.ofSounds.end();
  }
}
