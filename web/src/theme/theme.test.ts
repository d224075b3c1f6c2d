import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { compile, Logger } from 'sass-embedded';
import { describe, expect, it } from 'vitest';

const sheet = readFileSync(path.join(import.meta.dirname, '_palette.scss'), 'utf8');

/** The colours, and the share of a tint in the ground of a shot, that a theme sets. */
function paletteOf(theme: 'day' | 'night') {
  const block = new RegExp(`\\$${theme}: \\(([^)]*)\\)`).exec(sheet)![1]!;
  const set = new Map(
    [...block.matchAll(/([a-z-]+)'?: ([^,]+),/g)].map(([, name, v]) => [name, v]),
  );
  return {
    colour: (name: string): string => {
      const value = set.get(name);
      if (!/^#[0-9a-f]{6}$/.test(value ?? '')) throw new Error(`No colour ${name}: ${value}`);
      return value!;
    },
    share: (of: 'tint' | 'edge') => Number(set.get(`${of}-share`)!.replace('%', '')) / 100,
  };
}

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

describe.each(['day', 'night'] as const)('the theme by %s', (theme) => {
  const { colour, share } = paletteOf(theme);
  const grounds = [colour('paper'), colour('sheet')];

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
          contrast(channels(colour(text)), channels(ground)),
          `${text} on ${ground}`,
        ).toBeGreaterThanOrEqual(4.5);
  });

  it('keeps the edges of fields, buttons and switches at 3 : 1 or more (WCAG 2.2, 1.4.11)', () => {
    const edges = [
      mixed(colour('ink'), colour('sheet'), share('edge')),
      channels(colour('secondary')),
    ];
    for (const edge of edges)
      for (const ground of grounds)
        expect(contrast(edge, channels(ground)), ground).toBeGreaterThanOrEqual(3);
  });

  it('keeps the names on tinted shots, and the text on strong colours, readable', () => {
    for (const tint of ['teal', 'moss', 'plum', 'ochre', 'slate', 'red'] as const) {
      const ground = mixed(colour(tint), colour('sheet'), share('tint'));
      expect(contrast(channels(colour('ink')), ground), `ink on ${tint}`).toBeGreaterThanOrEqual(
        4.5,
      );
    }
    for (const strong of ['red', 'teal', 'ink'] as const)
      expect(
        contrast(channels(colour('on-strong')), channels(colour(strong))),
        strong,
      ).toBeGreaterThanOrEqual(4.5);
  });
});

it('gives links, focus and what is wrong the colours of the palette, by day and by night', () => {
  const { css } = compile(path.join(import.meta.dirname, 'theme.scss'), {
    loadPaths: [path.join(import.meta.dirname, '../../../node_modules')],
    logger: Logger.silent,
  });
  /** The last value that the rules of a theme give a property. */
  const valueIn = (theme: 'light' | 'dark', property: string) =>
    [
      ...css.matchAll(
        new RegExp(`data-bs-theme=${theme}\\][^}]*?[;{]\\s*${property}: ([^;]+)`, 'g'),
      ),
    ]
      .map(([, value]) => value)
      .at(-1);
  for (const [property, name] of [
    ['--bs-link-color', 'teal'],
    ['--bs-body-color', 'ink'],
    ['--teal', 'teal'],
    ['--red', 'red'],
    ['--plum', 'plum'],
  ] as const) {
    expect(valueIn('light', property), property).toBe(paletteOf('day').colour(name));
    expect(valueIn('dark', property), property).toBe(paletteOf('night').colour(name));
  }
  expect(valueIn('light', '--bs-primary')).toBe(paletteOf('day').colour('teal'));
  expect(valueIn('light', '--bs-danger')).toBe(paletteOf('day').colour('red'));
});

it('gives each class its look in one file, so that no screen changes another', () => {
  // What is for all screens at once: fingers, small windows, forced colours.
  const forAll = new Set(['_touch.scss', '_small.scss', '_forced.scss']);
  const files = readdirSync(import.meta.dirname).filter(
    (name) => name.endsWith('.scss') && !forAll.has(name),
  );
  const looks = files.flatMap((name) => {
    const text = readFileSync(path.join(import.meta.dirname, name), 'utf8');
    return [...text.matchAll(/^(\.[\w-]+)(?: \{|,)$/gm)].map(([, of]) => `${of} in ${name}`);
  });
  const inOthers = [...new Set(looks)].filter((one) => {
    const [of] = one.split(' ');
    return new Set(looks.filter((other) => other.split(' ')[0] === of)).size > 1;
  });
  expect(looks.length).toBeGreaterThan(200);
  expect(inOthers).toEqual([]);
});
