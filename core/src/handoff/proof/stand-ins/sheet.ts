import { frameOf } from './labels.ts';
import { clipsNamed } from './names.ts';
import { ratio } from './ratio.ts';
import type { Key } from './ramped.ts';
import type { Facts, Received, Unread } from './received.ts';
import { blendOf, receiveShots, type SaidShot } from './shots.ts';
import { recordsOf } from './table.ts';

/** Keys as a sheet has them: frame of the film, source frame, speed, easing. */
function keysOf(text: string, from: number): Key[] {
  return text.split('; ').flatMap((part): Key[] => {
    const found = /^(-?\d+): source (-?\d+), (-?[\d.]+) %, (.+)$/.exec(part);
    if (!found) return [];
    return [{ at: Number(found[1]) - from, speed: Number(found[3]) / 100, ease: found[4]! }];
  });
}

/** A speed in per cent, a whole number or a fraction. */
function speedOf(text: string): SaidShot['speed'] {
  const found = /^(-?\d+)(?:\/(\d+))?$/.exec(text);
  return found ? ratio(BigInt(found[1]!), 100n * BigInt(found[2] ?? '1')) : null;
}

/** What a person would cut who follows a cut sheet row by row. */
export function receiveSheet(text: string, facts: Facts): Received {
  const unread: Unread[] = [];
  let start: number | null = null;
  const shots = recordsOf(text).map((row, i): SaidShot => {
    const said = (name: string) => row.get(name) ?? '';
    const where = `row ${i + 2}`;
    const [from, to] = [Number(said('start frame')), Number(said('end frame'))];
    const label = frameOf(said('start timecode'), facts);
    if (label === null) unread.push({ where, words: 'Its start timecode is no label.' });
    else if (i === 0) start = label;
    else if (start !== null && label - start !== from)
      unread.push({ where, words: 'Its start timecode is not that of its start frame.' });
    if (Number(said('length frames')) !== to - from)
      unread.push({ where, words: 'Its length is not from its start to its end.' });
    const [name, file] = [said('clip'), said('file')];
    const keys = keysOf(said('ramp keys'), from);
    return {
      ...{ from, to, name: file || name },
      clips: name === '' ? null : clipsNamed(facts.clips, { fileName: file || null, name }),
      sourceIn: Number(said('source in frame')),
      speed: said('speed %') === 'ramp' ? keys : speedOf(said('speed %')),
      blend: blendOf(said('join at start')),
    };
  });
  return receiveShots(shots, facts, { start, unread });
}
