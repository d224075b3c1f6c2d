/**
 * How a click sounds: high and loud for the first beat of a bar, lower for a beat, a soft tick for
 * any other cue.
 */
export type ClickSound = 'accent' | 'beat' | 'tick';

/** A click after so many seconds of the route that is played. */
export interface Click {
  readonly after: number;
  readonly sound: ClickSound;
}

/** Pitch in Hz, peak gain and length in seconds of each. */
const SOUNDS: Record<
  ClickSound,
  { readonly hertz: number; readonly gain: number; readonly length: number }
> = {
  accent: { hertz: 2100, gain: 0.5, length: 0.04 },
  beat: { hertz: 1400, gain: 0.3, length: 0.04 },
  tick: { hertz: 900, gain: 0.16, length: 0.02 },
};

/** Sounds one click at a time of the audio clock. */
export function soundClick(output: GainNode, at: number, as: ClickSound): void {
  const { context } = output;
  const { hertz, gain: peak, length } = SOUNDS[as];
  const oscillator = new OscillatorNode(context, { frequency: hertz });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(peak, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + length);
  oscillator.connect(gain).connect(output);
  oscillator.start(at);
  oscillator.stop(at + length + 0.01);
}
