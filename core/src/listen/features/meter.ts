/** Measures a sound that comes in pieces, so that a long one never has to be held whole. */
export interface Meter<T> {
  /** The next samples of one channel. */
  take(samples: Float32Array): void;
  /** What was measured; nothing may be taken after. */
  end(): T;
}

/** What a meter says of a sound that is there as a whole. */
export function metered<T>(meter: Meter<T>, sound: Float32Array): T {
  meter.take(sound);
  return meter.end();
}
