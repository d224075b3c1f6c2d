/** Frames that are painted ahead of the clock. */
export const AHEAD = 16;
/** Frames that are being painted at a time. */
const AT_ONCE = 2;

/** Paints frames before they are due, in order, and lets go of those that are over. */
export class FrameQueue<P> {
  private readonly painted = new Map<number, P>();
  private readonly asked = new Set<number>();
  private due = 0;
  private over = false;
  private frozen = false;

  constructor(
    /** The frame of a step; null once all is over. */
    private readonly frameOf: (step: number) => number | null,
    private readonly paint: (frame: number) => Promise<P>,
    private readonly letGo: (painted: P) => void,
  ) {}

  /** Says which step is due: those before are let go of, those after are asked for. */
  want(step: number): void {
    if (this.over) return;
    this.due = step;
    for (const [k, painted] of this.painted)
      if (k < step) {
        this.letGo(painted);
        this.painted.delete(k);
      }
    if (this.frozen) return;
    for (let k = step; k < step + AHEAD && this.asked.size < AT_ONCE; k++) {
      if (this.painted.has(k) || this.asked.has(k)) continue;
      const frame = this.frameOf(k);
      if (frame === null) break;
      this.asked.add(k);
      void this.paint(frame).then(
        (painted) => {
          this.asked.delete(k);
          if (this.over || k < this.due) this.letGo(painted);
          else this.painted.set(k, painted);
          this.want(this.due);
        },
        () => this.asked.delete(k),
      );
    }
  }

  /** The painted frame of a step, if it is ready; it stays the queue's. */
  ready(step: number): P | null {
    return this.painted.get(step) ?? null;
  }

  /** How many steps from one on are ready without a gap. */
  readyFrom(step: number): number {
    let count = 0;
    while (this.painted.has(step + count)) count++;
    return count;
  }

  /**
   * Asks for no more: what is ready is shown, and whoever paints is free for another queue. Returns
   * the first step that it will not have.
   */
  freeze(): number {
    this.frozen = true;
    return Math.max(this.due, ...[...this.painted.keys(), ...this.asked].map((k) => k + 1));
  }

  /** Lets go of everything. */
  close(): void {
    this.over = true;
    for (const painted of this.painted.values()) this.letGo(painted);
    this.painted.clear();
  }
}
