import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { samples, seconds } from '../time/index.ts';
import { samplesUsed, type AudioEvent } from './audio-event.ts';
import { holding, neededOf } from './needed.ts';
import { soundingKey } from './sounding-key.ts';

/** A voice that sounds for two seconds from a second of its file on. */
const voice = (media: string | null, at: number, over: Partial<AudioEvent> = {}): AudioEvent => ({
  ...{ of: 'own', id: 'a', media, fileName: `${media}.mov`, sampleRate: 48_000, by: 'sample' },
  anchor: { sample: samples(at * 48_000), at: seconds(1) },
  ...{ starts: seconds(1), ends: seconds(3), rate: 1, semitones: 0, gain: 0 },
  ...{ fadeIn: 0, fadeOut: 0, fade: 'even' },
  ...over,
});

describe('what of files is decoded', () => {
  it('is a few seconds of a long file of which a word from either end is heard', () => {
    const needed = neededOf([voice('long', 7100), voice('long', 3), voice(null, 0)]);
    expect([...needed]).toEqual([
      [
        'long',
        {
          fileName: 'long.mov',
          stretches: [
            { from: 2.5 * 48_000, to: 5.5 * 48_000 },
            { from: 7099.5 * 48_000, to: 7102.5 * 48_000 },
          ],
        },
      ],
    ]);
  });

  it('is all of what is measured or turned around', () => {
    for (const over of [{ by: 'peak' }, { reversed: 480_000 }] as const) {
      const needed = neededOf([voice('whoosh', 3), voice('whoosh', 1, over)]);
      expect(needed.get('whoosh')!.stretches).toEqual([{ from: 0, to: Infinity }]);
    }
  });

  it('holds every sample that any voice uses, in few stretches that lie apart', () => {
    const places = fc.array(fc.integer({ min: 0, max: 5000 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(places, fc.constantFrom(0.5, 1, 2), (all, rate) => {
        const voices = all.map((at) => voice('a', at, { rate }));
        const { stretches } = neededOf(voices).get('a')!;
        for (const event of voices) {
          const one = holding(event, stretches)!;
          const used = samplesUsed(event);
          expect(one.from === 0 || used.from - one.from >= 24_000).toBe(true);
          expect(one.to - used.to).toBeGreaterThanOrEqual(24_000);
        }
        stretches.slice(1).forEach((next, i) => {
          expect(next.from - stretches[i]!.to).toBeGreaterThan(5 * 48_000);
        });
        const decoded = stretches.reduce((sum, { from, to }) => sum + to - from, 0);
        // No more than each voice with its margins, and the gaps between them, need.
        expect(decoded).toBeLessThanOrEqual(all.length * (2 * rate + 1 + 5) * 48_000);
      }),
    );
    expect(holding(voice('a', 10), [{ from: 0, to: 480_000 }])).toBeUndefined();
  });
});

describe('a voice that was made ready', () => {
  const decoded = (length: number) => ({
    ...{ channels: [new Float32Array(length)], sampleRate: 48_000, from: 7 },
  });
  const event = voice('a', 3);
  const key = (over: Partial<AudioEvent>, length = 100) =>
    soundingKey({ ...event, ...over }, decoded(length));

  it('is used again where it is only louder, and made anew where its sound is another', () => {
    expect(key({ gain: -6, fadeIn: 0.5, ends: seconds(4) })).toBe(key({}));
    // Music that goes on longer than it did needs more of its file than was decoded before.
    expect(key({ ends: seconds(30) }, 5000)).not.toBe(key({}));
    expect(key({ rate: 2 })).not.toBe(key({}));
    expect(key({ pitchStays: true, ends: seconds(4) })).not.toBe(key({ pitchStays: true }));
  });
});
