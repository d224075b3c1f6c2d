/** Differences beyond this are jumps, not unevenness. Seconds. */
const JUMP = 0.05;
/** Part of the difference from the clock that is made up for at each reading. */
const DRAWN = 0.1;

/**
 * Evens out a clock that advances by packets, as that of sound does, so that pictures at the rate
 * of the screen neither skip nor repeat: it goes on by the time of the screen and is drawn towards
 * the clock. It never goes back: where the sound stalls, it stands until the sound is there again.
 */
export class SteadyClock {
  private last: { readonly at: number; readonly screen: number } | null = null;

  constructor(
    /** Seconds of the film in one of the screen. */
    private readonly speed: number,
  ) {}

  /**
   * Seconds of the film for a reading of the clock, in seconds of the film, and the time of the
   * screen in milliseconds.
   */
  at(clock: number, screen: number): number {
    // Before its start it stands still.
    if (clock <= 0) return 0;
    const expected = this.last && this.last.at + ((screen - this.last.screen) / 1000) * this.speed;
    const drawn =
      expected === null || Math.abs(clock - expected) > JUMP
        ? clock
        : expected + DRAWN * (clock - expected);
    const at = Math.max(this.last?.at ?? 0, drawn);
    this.last = { at, screen };
    return at;
  }
}
