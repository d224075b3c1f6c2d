import type { FrameRate } from '@caesura/core/time';
import type { FrameQueue } from './frame-queue.ts';
import { stepAt } from './play-range.ts';

/** How many frames were due, and how many of them came too late to be shown. */
export interface Punctuality {
  readonly due: number;
  readonly late: number;
}

/** Shows the frames of a queue by a clock, and counts those that came too late. */
export class PictureShow<P> {
  /** The last step shown, and the first that is still owed. */
  private shown = -1;
  private owed = 0;
  private count = { due: 0, late: 0 };
  private next: { readonly queue: FrameQueue<P>; readonly step: number } | null = null;

  constructor(
    private queue: FrameQueue<P>,
    private readonly rate: FrameRate,
    /** Seconds of the film since the start; null while it does not run. */
    private readonly clock: () => number | null,
    private readonly show: (painted: P, step: number) => void,
  ) {}

  /**
   * Goes over to another queue on a step, or as soon after as it has the frame that is due; the old
   * one is shown as long as it lasts.
   */
  turnTo(queue: FrameQueue<P>, step: number): void {
    this.next?.queue.close();
    this.next = { queue, step };
    queue.want(step);
  }

  /** Whether it has yet to go over to another queue. */
  get turning(): boolean {
    return this.next !== null;
  }

  private turnIfDue(step: number): void {
    if (!this.next || step < this.next.step) return;
    const { queue } = this.next;
    queue.want(step);
    if (queue.ready(step) === null && this.queue.ready(step) !== null) return;
    this.queue.close();
    [this.queue, this.next] = [queue, null];
  }

  /** Shows what is due now, if it is ready. To be called as often as the screen is drawn. */
  tick(): void {
    const elapsed = this.clock();
    if (elapsed === null) return;
    const step = stepAt(elapsed, this.rate);
    // Steps that have passed were shown or are late; the one that is due has its time yet.
    if (step > this.owed) {
      const passed = step - this.owed;
      const seen = this.shown >= this.owed ? 1 : 0;
      this.count = { due: this.count.due + passed, late: this.count.late + passed - seen };
      this.owed = step;
    }
    this.turnIfDue(step);
    if (this.shown !== step) {
      const painted = this.queue.ready(step);
      if (painted !== null) {
        this.show(painted, step);
        this.shown = step;
      }
    }
    this.queue.want(step);
  }

  punctuality(): Punctuality {
    return this.count;
  }

  /** Lets go of all that is painted. */
  close(): void {
    this.queue.close();
    this.next?.queue.close();
  }
}
