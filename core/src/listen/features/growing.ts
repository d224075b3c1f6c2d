/**
 * A list of numbers of one typed array that grows as it is filled: half as large again each time it
 * is full.
 */
export class Growing<T extends Float32Array | Float64Array | Uint8Array> {
  private length = 0;
  private held: T;

  /** Starts as `held`, which is taken over; its length is only the room at first. */
  constructor(held: T) {
    this.held = held;
  }

  /** Adds one value. */
  push(value: number): void {
    if (this.length === this.held.length) this.grow();
    this.held[this.length++] = value;
  }

  /** Adds values, which are copied. */
  pushAll(values: ArrayLike<number>): void {
    while (this.length + values.length > this.held.length) this.grow();
    this.held.set(values, this.length);
    this.length += values.length;
  }

  /** Everything added, in an array of just that length. */
  all(): T {
    return this.held.slice(0, this.length) as T;
  }

  private grow(): void {
    const larger = new (this.held.constructor as new (length: number) => T)(
      Math.ceil(this.held.length * 1.5) + 16,
    );
    larger.set(this.held);
    this.held = larger;
  }
}
