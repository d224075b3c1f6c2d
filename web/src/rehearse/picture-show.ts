import type { FrameRate } from '@caesura/core/time';
import type { FrameQueue } from './frame-queue.ts';
import { stepAt } from './order.ts';

/** How many frames were due, and how many of them came too late to be shown. */
export interface Punctuality {
  readonly due: number;
  readonly late: number;
}

/** Shows the frames of a queue by a clock, and counts those that came too late. */
export class PictureShow<P> {
  /** The last step shown, and the first that is still owed. */
  private shown = -1;
  private owed: number;
  private count = { due: 0, late: 0 };

  constructor(
    private queue: FrameQueue<P>,
    private readonly rate: FrameRate,
    /** Seconds of the film since the start; null while it does not run. */
    private readonly clock: () => number | null,
    private readonly show: (painted: P, step: number) => void,
    first = 0,
  ) {
    this.owed = first;
  }

  /** Takes another queue from now on. */
  turnTo(queue: FrameQueue<P>): void {
    this.queue = queue;
    this.shown = -1;
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
}
