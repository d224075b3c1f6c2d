import { describe, expect, it } from 'vitest';
import { ownSoundAt } from './own-sound.ts';

describe('the own sound of a clip at a speed', () => {
  // Twelve-tone equal temperament: an octave for a doubling.
  it('is as many semitones higher as its ratio says', () => {
    expect(ownSoundAt(1)).toEqual({ semitones: 0, usable: true });
    expect(ownSoundAt(2).semitones).toBeCloseTo(12, 9);
    expect(ownSoundAt(0.5).semitones).toBeCloseTo(-12, 9);
    expect(ownSoundAt(1.0595).semitones).toBeCloseTo(1, 2);
  });

  it('is of no use backwards, standing, or far from as it was recorded', () => {
    expect(ownSoundAt(0)).toEqual({ semitones: null, usable: false });
    expect(ownSoundAt(-1).usable).toBe(false);
    expect(ownSoundAt(4).usable).toBe(false);
    expect(ownSoundAt(0.4).usable).toBe(false);
  });
});
