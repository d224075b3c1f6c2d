import { describe, expect, it } from 'vitest';
import { parseFilmLength, parseLength, type LengthContext } from './length.ts';
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

describe('the length of a film', () => {
  const beforeMusic = { rate: rational(24), dropFrame: false };
  const read = (text: string) => {
    const { taken, other } = parseFilmLength(text, beforeMusic);
    return [taken.frames, taken.unit, other && other.frames];
  };

  it('takes a number without a unit for seconds where frames would be a film of under ten seconds, and offers the other', () => {
    expect(read('30')).toEqual([720, 'seconds', 30]);
    expect(read(' 239 ')).toEqual([5736, 'seconds', 239]);
    expect(read('240')).toEqual([240, 'frames', 5760]);
    expect(read('1080')).toEqual([1080, 'frames', 25_920]);
  });

  it('has no other reading where the unit is written', () => {
    expect(read('30f')).toEqual([30, 'frames', null]);
    expect(read('30 s')).toEqual([720, 'seconds', null]);
    expect(read('0:30')).toEqual([720, 'seconds', null]);
    expect(() => read('long')).toThrow(/not a length/);
  });

  it('takes no number for more than ten minutes of seconds', () => {
    const fast = { rate: rational(120), dropFrame: false };
    expect(parseFilmLength('601', fast).taken).toMatchObject({ frames: 601, unit: 'frames' });
    expect(parseFilmLength('600', fast).taken).toMatchObject({ frames: 72_000, unit: 'seconds' });
  });
});
