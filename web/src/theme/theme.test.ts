import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { LIGHT, NIGHT, type Palette } from './colours.ts';

const linear = (channel: number): number =>
  channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;

const channels = (hex: string): number[] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255);

/** Relative luminance and contrast after WCAG 2.2. */
const luminance = (rgb: readonly number[]): number =>
  0.2126 * linear(rgb[0]!) + 0.7152 * linear(rgb[1]!) + 0.0722 * linear(rgb[2]!);
const contrast = (a: readonly number[], b: readonly number[]): number => {
  const [high, low] = [luminance(a), luminance(b)].toSorted((x, y) => y - x);
  return (high! + 0.05) / (low! + 0.05);
};

const mixed = (over: string, under: string, share: number): number[] =>
  channels(over).map((c, i) => share * c + (1 - share) * channels(under)[i]!);

/** Share of the tint in the ground of a shot, as in `_palette.scss`. */
const TINT_SHARE = { light: 0.16, night: 0.22 };

describe.each([
  ['light', LIGHT, TINT_SHARE.light],
  ['night', NIGHT, TINT_SHARE.night],
] as const)('the %s theme', (_name, palette: Palette, share) => {
  const grounds = [palette.paper, palette.sheet];

  it('has the contrast of 21 : 1 between black and white, so the measure is right (WCAG 2.2)', () => {
    expect(contrast([0, 0, 0], [1, 1, 1])).toBeCloseTo(21, 6);
  });

  it('keeps text at 4.5 : 1 or more on every ground', () => {
    for (const ground of grounds)
      for (const text of [
        'ink',
        'secondary',
        'red',
        'teal',
        'moss',
        'ochre',
        'plum',
        'slate',
      ] as const)
        expect(
          contrast(channels(palette[text]), channels(ground)),
          `${text} on ${ground}`,
        ).toBeGreaterThanOrEqual(4.5);
  });

  it('keeps the names on tinted shots, and the text on strong colours, readable', () => {
    for (const tint of ['teal', 'moss', 'plum', 'ochre', 'slate', 'red'] as const) {
      const ground = mixed(palette[tint], palette.sheet, share);
      expect(contrast(channels(palette.ink), ground), `ink on ${tint}`).toBeGreaterThanOrEqual(4.5);
    }
    for (const strong of ['red', 'teal', 'ink'] as const)
      expect(
        contrast(channels(palette.onStrong), channels(palette[strong])),
        strong,
      ).toBeGreaterThanOrEqual(4.5);
  });

  it('is the one in the style sheet', () => {
    const sheet = readFileSync(path.join(import.meta.dirname, '_palette.scss'), 'utf8');
    for (const colour of Object.values(palette)) expect(sheet).toContain(colour);
    expect(sheet).toContain(`${share * 100}%`);
  });
});
