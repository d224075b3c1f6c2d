import { coverScale, exposureOf, softnessAt } from '../motion/index.ts';
import { CaesuraError, multiply, rateLabel, rational, toNumber } from '../time/index.ts';
import type { Calculator, RuleField } from './calculator.ts';
import { exactResult, nearResult, plainResult, trimmed } from './figures.ts';
import { Typed } from './read-values.ts';

const FIELDS: readonly RuleField[] = [
  { id: 'x', label: 'Shift across', usual: '10', unit: '% of width' },
  { id: 'y', label: 'Shift down', usual: '0', unit: '% of height' },
  { id: 'turn', label: 'Turn', usual: '0', unit: '°' },
  { id: 'scale', label: 'Scale', usual: '120', unit: '%' },
  { id: 'film', label: 'Film', usual: '1920x1080', unit: 'px' },
  { id: 'picture', label: 'Picture', usual: '3840x2160', unit: 'px' },
  { id: 'speed', label: 'Moves by', usual: '60', unit: 'px a frame' },
  { id: 'shutter', label: 'Shutter', usual: '180', unit: '°' },
  { id: 'rate', label: 'Frame rate', usual: '24', unit: 'fps' },
];

/** A size as it is typed. Throws when it is none. */
function sizeOf(text: string) {
  const found = /^(\d{1,5})\s*[x×*]\s*(\d{1,5})$/i.exec(text);
  const [width, height] = [Number(found?.[1]), Number(found?.[2])];
  if (!found || width < 1 || height < 1)
    throw new CaesuraError('bad-size', `“${text}” is no size.`, 'Write 1920x1080.');
  return { width, height };
}

/** Cover, softness and blur of a picture that moves. */
export const moveFigures: Calculator = {
  id: 'move',
  name: 'Cover, softness, blur',
  about:
    'The scale that hides the edges of a moved picture, whether it is soft, and how far it blurs.',
  fields: FIELDS,
  formulas: [
    'shift by d: s ≥ 1 + 2|d|; turn by θ at aspect a: s ≥ |cos θ| + max(a, 1/a)·|sin θ|; both: by the corners',
    'softness = source pixels to a pixel of the film / scale; below 1 it is soft',
    'blur = px a frame · angle / 360; exposure = angle / (360 · rate)',
  ],
  source: 'Plane geometry of the four corners; rotary shutter (from memory).',
  work: (values) => {
    const typed = new Typed(FIELDS, values);
    const part = (id: string) => toNumber(typed.number(id, -1000, 1000)) / 100;
    const [film, picture] = [sizeOf(typed.text('film')), sizeOf(typed.text('picture'))];
    const scale = toNumber(typed.number('scale', 1, 10_000)) / 100;
    const shutter = typed.number('shutter', 0, 360);
    const rate = typed.rate('rate');
    const moved = {
      ...{ x: part('x'), y: part('y'), depth: 0 },
      rotation: toNumber(typed.number('turn', -3600, 3600)),
    };
    const about = { aim: { x: 0.5, y: 0.5 }, about: 'aim' as const };
    const cover = coverScale(moved, about, film);
    const soft = softnessAt(picture, film, scale);
    const blur = (toNumber(typed.number('speed', 0, 100_000)) * toNumber(shutter)) / 360;
    const covers = scale >= cover - 1e-9;
    return {
      results: [
        nearResult('Scale that covers', 100 * cover, '%'),
        plainResult('At this scale', covers ? 'no edge shows' : 'an edge shows'),
        nearResult('Softness', soft, 'source px a px'),
        plainResult('It is', soft < 1 ? 'soft' : 'sharp'),
        nearResult('Blur', blur, 'px'),
        exactResult('Exposure', exposureOf(shutter, rate), 's', 6),
      ],
      rounded: 'Scales and blur are rounded to a thousandth.',
      sentence: `A shift of ${trimmed(100 * moved.x, 1)} % across and ${trimmed(100 * moved.y, 1)} % down with a turn of ${trimmed(moved.rotation, 1)}° is covered from ${trimmed(Math.ceil(cover * 1e4) / 100, 2)} % on; at ${trimmed(100 * scale, 1)} % the picture is ${soft < 1 ? 'soft' : 'sharp'} (${trimmed(soft, 2)}) and blurs by ${trimmed(blur, 1)} px at ${trimmed(toNumber(multiply(shutter, rational(1))), 1)}° and ${rateLabel(rate)} fps.`,
    };
  },
};
