import { steadyCost, type Film, type ShotFacts } from '../film/index.ts';
import { USUAL_FRAMING } from '../plan/index.ts';
import { percent, plural } from '../time/index.ts';

const FRAMED = { fill: 'fills', fit: 'fitted', place: 'placed' } as const;

/** How the picture of a shot of another shape lies in the film; empty where it has its shape. */
export function framingWords({ framed, shot, clip }: ShotFacts): string {
  if (!framed || !clip) return '';
  const { how, keep } = shot.framing ?? clip.framing ?? USUAL_FRAMING;
  const kept = how === 'fit' ? '' : `, keeps ${percent(keep.x)} ${percent(keep.y)}`;
  return `${FRAMED[how]} at ${percent(framed.scale)}${kept}`;
}

/** How a shot is steadied; empty where it is as it was filmed. */
export const steadyWords = ({ shot: { steady }, clip }: ShotFacts): string =>
  steady && clip
    ? `over ${plural(steady.seconds, 'second')} at ${percent(steadyCost(steady, clip.size))}`
    : '';

const SLOW = { repeat: '', blend: 'slow parts blended', interpolate: 'slow parts interpolated' };

/** How the pictures between source frames of a shot are made; empty where they are as they are. */
export function betweenWords({ shot: { between }, clip }: ShotFacts): string {
  if (!between || !clip) return '';
  const fast = between.fast === 'blend' ? `fast parts blended at ${between.shutter} degrees` : '';
  return [SLOW[between.slow], fast].filter(Boolean).join(', ');
}

/** The phrases in use that begin in a shot, with their frames; the first has those before it. */
export const phraseWords = (
  { phrases }: Pick<Film, 'phrases'>,
  { index, start, end }: ShotFacts,
): string =>
  phrases
    .filter(
      ({ phrase, start: from, end: to }) =>
        !phrase.off && to > from && from < end && (from >= start || index === 0),
    )
    .map(({ settings, start: from, end: to }) => `${settings.kind} ${from}–${to}`)
    .join('; ');
