import { frameOf } from './labels.ts';
import { clipsNamed } from './names.ts';
import { ratioOfDecimal, over, ratio } from './ratio.ts';
import type { Facts, Received, Unread } from './received.ts';
import { blendOf, receiveShots, type SaidShot } from './shots.ts';

/** Text of a page as it is read: signs may stand there by their numbers. */
const textOf = (markup: string): string =>
  markup
    .replaceAll(/<[^>]*>/g, '')
    .replaceAll(/&#(\d{1,7});/g, (_, code: string) => String.fromCodePoint(Number(code)));

/** The texts of the cells of the first table of a page, row by row. */
function cellsOf(text: string): string[][] {
  const table = /<table[\s\S]*?<\/table>/.exec(text)?.[0] ?? '';
  return [...table.matchAll(/<tr>([\s\S]*?)<\/tr>/g)].map(([, row]) =>
    [...row!.matchAll(/<t[dh][^>]*>([\s\S]*?)<\/t[dh]>/g)].map(([, cell]) => textOf(cell!)),
  );
}

/** What a person would cut who follows the printed sheet; of ramps it says where they begin. */
export function receivePage(text: string, facts: Facts): Received {
  const unread: Unread[] = [];
  const [head = [], ...rows] = cellsOf(text);
  let start: number | null = null;
  const shots = rows.map((cells, i): SaidShot => {
    const said = (name: string) => cells[head.indexOf(name)] ?? '';
    const label = frameOf(said('Starts'), facts);
    if (label === null)
      unread.push({ where: `shot ${i + 1}`, words: 'Its start is no label of timecode.' });
    start ??= label;
    const from = (label ?? 0) - (start ?? 0);
    const clip = said('Clip').replace(/, [\d.]+ fps$/, '');
    const speed = /^(-|−)?([\d.]+) %$/.exec(said('Speed').replaceAll(/[\u00a0\u202f]/g, ' '));
    return {
      ...{ from, to: from + Number(said('Frames')), name: clip },
      clips:
        said('Clip') === 'no clip' ? null : clipsNamed(facts.clips, { fileName: null, name: clip }),
      sourceIn: Number(said('Source from')),
      speed: speed
        ? over(ratioOfDecimal(Number(`${speed[1] ? '-' : ''}${speed[2]}`)), ratio(100))
        : null,
      blend: blendOf(said('Join at its start')),
    };
  });
  return receiveShots(shots, facts, { start, unread });
}
