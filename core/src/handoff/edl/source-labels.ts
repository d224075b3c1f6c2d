import type { Clip } from '../../plan/index.ts';
import { canDropFrames, nominalRate, USUAL_RATES, rateLabel } from '../../time/index.ts';
import type { Counting } from './edl-film.ts';
import type { Edl, EdlEvent } from './read-edl.ts';
import { reelNames } from './reel-names.ts';

/** How the labels of sources are read: as the list counts, or as each file does. */
export type SourceLabels = 'of the list' | 'of each file';

/** Most frames of a second that two digits of a label count. */
const MOST = 100;

const SAID = /^SOURCE TIMECODE COUNTS ([\d.]+) FRAMES A SECOND, (DROP|NON-DROP) FRAME$/;

/** The counting that a comment of an event says; null where none does. */
function saidCounting({ comments }: EdlEvent): Counting | null {
  for (const comment of comments) {
    const [, label, drop] = SAID.exec(comment) ?? [];
    const rate = USUAL_RATES.find((one) => rateLabel(one) === label);
    if (rate) return { rate, dropFrame: drop === 'DROP' && canDropFrames(rate) };
  }
  return null;
}

const same = (a: string | null | undefined, b: string | null | undefined): boolean =>
  !!a && !!b && a.toLowerCase() === b.toLowerCase();

/** By what the labels of a source are counted, by event; null where they count as the list does. */
export function sourcesBy(
  labels: SourceLabels,
  clips: readonly Clip[],
): (event: EdlEvent) => Counting | null {
  const reels = reelNames(clips);
  return (event) => {
    const said = saidCounting(event);
    if (said) return said;
    if (labels === 'of the list') return null;
    const name = event.toClipName ?? event.clipName;
    const clip =
      clips.find(({ fileName }) => same(fileName, event.fileName)) ??
      clips.find((one) => same(one.name, name) || same(one.fileName, name)) ??
      clips.find(({ id }) => same(reels.get(id), event.reel));
    return clip && nominalRate(clip.rate) <= MOST ? clip : null;
  };
}

/**
 * How the labels of sources seem to be read: as each file counts where one of them has more frames
 * in a second than the list, as the list counts otherwise.
 */
export const guessSources = (edl: Edl, { rate }: Counting): SourceLabels =>
  edl.events.some(({ source }) =>
    source.some((label) => Number(/\d+$/.exec(label)?.[0] ?? 0) >= nominalRate(rate)),
  )
    ? 'of each file'
    : 'of the list';
