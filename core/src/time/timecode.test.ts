import { createHash } from 'node:crypto';
import fc from 'fast-check';
import smpte from 'smpte-timecode';
import { describe, expect, it } from 'vitest';
import { frameRate, parseRate, type FrameRate } from './rate.ts';
import { instantOfFrame } from './instant.ts';
import { parseRational } from './rational.ts';
import { canDropFrames, formatTimecode, framesPerDay, parseTimecode } from './timecode.ts';
// Source: SMPTE ST 12-1 counting rule; labels made with libavutil 57 and libltc 1.3.2 (named in the
// file).
import table from './testing/timecode.checks.json' with { type: 'json' };

const toRate = (text: string): FrameRate => {
  const value = parseRational(text)!;
  return frameRate(value.num, value.den);
};

interface Check {
  input: { rate: string; dropFrame: boolean; frame?: number; label?: string };
  expected: { label?: string; seconds?: string; frame?: number; error?: string };
}
const checks = table.checks as Check[];

describe('timecode against SMPTE ST 12-1', () => {
  it.each(checks.filter((c) => c.expected.label))(
    '$input.rate frame $input.frame',
    ({ input, expected }) => {
      const rate = toRate(input.rate);
      expect(formatTimecode(input.frame!, rate, input.dropFrame)).toBe(expected.label);
      expect(parseTimecode(expected.label!, rate, input.dropFrame)).toBe(input.frame);
      expect(instantOfFrame(input.frame!, rate)).toEqual(parseRational(expected.seconds!));
    },
  );

  it.each(checks.filter((c) => c.expected.frame !== undefined))(
    '$input.label is a frame',
    ({ input, expected }) => {
      expect(parseTimecode(input.label!, toRate(input.rate), input.dropFrame)).toBe(expected.frame);
    },
  );

  it.each(checks.filter((c) => c.expected.error))(
    '$input.label at $input.rate does not exist',
    ({ input }) => {
      expect(() => parseTimecode(input.label!, toRate(input.rate), input.dropFrame)).toThrow(
        /no timecode/i,
      );
    },
  );

  it('counts the drop-frame ten minutes, hour and day', () => {
    const rate = frameRate(30000, 1001);
    const rate60 = frameRate(60000, 1001);
    expect(parseTimecode('00:10:00;00', rate, true)).toBe(17982);
    expect(parseTimecode('01:00:00;00', rate, true)).toBe(107892);
    expect(framesPerDay(rate, true)).toBe(2589408);
    expect(parseTimecode('00:10:00;00', rate60, true)).toBe(35964);
    expect(parseTimecode('01:00:00;00', rate60, true)).toBe(215784);
    expect(framesPerDay(rate60, true)).toBe(5178816);
  });

  it.each(Object.entries(table.fullDayDigest.digests))(
    'every label of a day at %s',
    (name, { lines, sha256 }) => {
      const dropFrame = name.endsWith('DF');
      const rate = toRate(name.replace(' DF', ''));
      expect(framesPerDay(rate, dropFrame)).toBe(lines);
      const hash = createHash('sha256');
      for (let start = 0; start < lines; start += 100_000) {
        let block = '';
        for (let n = start; n < Math.min(lines, start + 100_000); n++)
          block += formatTimecode(n, rate, dropFrame) + '\n';
        hash.update(block);
      }
      expect(hash.digest('hex')).toBe(sha256);
    },
    60_000,
  );

  it('agrees with the smpte-timecode library at 29.97 drop-frame', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2589407 }), (n) => {
        expect(formatTimecode(n, frameRate(30000, 1001), true)).toBe(
          smpte(n, 29.97, true).toString(),
        );
      }),
    );
  });
});

describe('timecode at its edges', () => {
  it('goes there and back at every usual rate', () => {
    const rates = [
      '23.976',
      '24',
      '25',
      '29.97',
      '30',
      '48',
      '50',
      '59.94',
      '60',
      '100',
      '119.88',
      '120',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...rates),
        fc.integer({ min: 0, max: 2_000_000 }),
        fc.boolean(),
        (text, n, wanted) => {
          const rate = parseRate(text);
          const dropFrame = wanted && canDropFrames(rate);
          expect(parseTimecode(formatTimecode(n, rate, dropFrame), rate, dropFrame)).toBe(n);
        },
      ),
    );
  });

  it('names the two labels nearest to a left-out one', () => {
    const parse = () => parseTimecode('00:01:00;00', frameRate(30000, 1001), true);
    expect(parse).toThrow(
      expect.objectContaining({ mend: 'The nearest are 00:00:59;29 and 00:01:00;02.' }),
    );
  });

  it('has no drop-frame form at 23.976 (ST 12-1, from memory; libavutil refuses it too)', () => {
    expect(() => formatTimecode(100, frameRate(24000, 1001), true)).toThrow(/no drop-frame/i);
  });

  it('wraps after a day and shows three digits above 100 fps', () => {
    expect(formatTimecode(2589408, frameRate(30000, 1001), true)).toBe('00:00:00;00');
    expect(formatTimecode(100, frameRate(120), false)).toBe('00:00:00:100');
    expect(formatTimecode(99, frameRate(100), false)).toBe('00:00:00:99');
  });

  it('refuses negative and broken frames, nonsense, and ; without drop-frame', () => {
    expect(() => formatTimecode(-1, frameRate(24), false)).toThrow(/no timecode/);
    expect(() => formatTimecode(0.5, frameRate(24), false)).toThrow(/no timecode/);
    expect(() => parseTimecode('teatime', frameRate(24), false)).toThrow(/not a timecode/);
    expect(() => parseTimecode('00:00:01;00', frameRate(25), false)).toThrow(/drop-frame/);
  });
});
