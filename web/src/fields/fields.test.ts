import { describe, expect, it } from 'vitest';
import { numberOf } from './NumberField.tsx';
import { parseSize, sizeText } from './SizeField.tsx';
import { wholeOf } from './WholeField.tsx';

describe('a frame size as typed', () => {
  it.each([
    ['1920 × 1080', 1920, 1080],
    ['1080x1920', 1080, 1920],
    [' 640 * 360 ', 640, 360],
    ['4096, 2160', 4096, 2160],
    ['1 1', 1, 1],
  ])('reads %s and writes it one way', (text, width, height) => {
    expect(parseSize(text)).toEqual({ width, height });
    expect(parseSize(sizeText({ width, height }))).toEqual({ width, height });
  });

  it.each(['', '1920', '0 × 1080', '1920 × 32769', '19.2 × 10', '-4 × 4', 'wide'])(
    'refuses “%s” with the mend',
    (text) => {
      expect(() => parseSize(text)).toThrow('is not a frame size');
      try {
        parseSize(text);
      } catch (error) {
        expect((error as { mend?: string }).mend).toContain('width × height');
      }
    },
  );
});

describe('a whole number as typed', () => {
  it('is read inside its bounds', () => {
    expect([wholeOf('1', 1, 8), wholeOf(' 8 ', 1, 8)]).toEqual([1, 8]);
  });

  it.each(['', '0', '9', '2.5', 'two', '1e9'])('is refused as “%s”', (text) => {
    expect(() => wholeOf(text, 1, 8)).toThrow('no whole number from 1 to 8');
  });
});

describe('a number as typed', () => {
  it.each([
    ['12', 12],
    ['12,5 %', 12.5],
    ['-3 px', -3],
    ['90°', 90],
    ['8 f', 8],
    ['−6,5 dB', -6.5],
    ['3 st', 3],
    ['1.5s', 1.5],
  ])('reads %s with its unit on or off', (text, number) => {
    // What a field shows can be typed again, with its unit.
    for (const unit of ['%', '°', 'px', 'f', 'dB', 'LUFS', 'beats', 'stops', 'st', 's'])
      expect(numberOf(`2 ${unit}`, 0, 5)).toBe(2);
    expect(numberOf(text, -100, 100)).toBe(number);
  });

  it.each(['', 'px', '101', '1e9', 'NaN', 'Infinity', 'ten'])('refuses “%s”', (text) => {
    expect(() => numberOf(text, -100, 100)).toThrow('is no number from -100 to 100');
  });
});
