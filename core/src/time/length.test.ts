import { describe, expect, it } from 'vitest';
import { parseLength, type LengthContext } from './length.ts';
import { rational } from './rational.ts';

const at24: LengthContext = {
  rate: rational(24),
  dropFrame: false,
  tempo: rational(120),
  beatsPerBar: 4,
};
const at25: LengthContext = { ...at24, rate: rational(25) };
const at2997: LengthContext = { rate: rational(30000, 1001), dropFrame: true };

describe('length text', () => {
  it.each([
    ['12', 12, 'frames'],
    ['12f', 12, 'frames'],
    [' 12 frames ', 12, 'frames'],
    ['0.5s', 12, 'seconds'],
    ['500 ms', 12, 'seconds'],
    ['1:04', 1536, 'seconds'],
    ['1:04.5', 1548, 'seconds'],
    ['45 s', 1080, 'seconds'],
    ['2 min', 2880, 'seconds'],
    ['00:00:04:12', 108, 'timecode'],
    ['2 beats', 24, 'beats'],
    ['1/2 beat', 6, 'beats'],
    ['1 bar', 48, 'bars'],
  ] as const)('%s at 24 fps and 120 BPM is %i frames', (text, frames, unit) => {
    expect(parseLength(text, at24)).toMatchObject({ frames, unit, errorMilliseconds: 0 });
  });

  it('tells the error of half a second at 25 fps: 12.5 frames, half up, 20 ms long', () => {
    const half = parseLength('0.5s', at25);
    expect(half.frames).toBe(13);
    expect(half.exact).toEqual(rational(25, 2));
    expect(half.errorMilliseconds).toBeCloseTo(20, 9);
  });

  it('reads drop-frame timecode as its frame count (ST 12-1: 00:10:00;00 is 17982)', () => {
    expect(parseLength('00:10:00;00', at2997).frames).toBe(17982);
  });

  it.each([
    '',
    'soon',
    '12.5f',
    '4 bananas',
    '1:75',
    '1//2 s',
    'f',
    '12 constructor',
    '1 toString',
  ])('refuses “%s” with a mend', (text) => {
    expect(() => parseLength(text, at24)).toThrow(
      expect.objectContaining({ mend: expect.any(String) }),
    );
  });

  it('needs a tempo for beats', () => {
    expect(() => parseLength('2 beats', at2997)).toThrow(/needs a tempo/);
  });
});
