import { layersAt, remembered, type Film, type Layer } from '../../film/index.ts';
import { softnessAt } from '../../motion/index.ts';
import type { PhraseFacts } from '../../phrases/index.ts';
import { changePhrases } from '../../plan/edits/edit-phrases.ts';
import type { Size } from '../../plan/index.ts';
import { frames } from '../../time/index.ts';
import { faultKind } from '../fault.ts';

/** Pixels of the source to a pixel of the film below which a picture is told to be soft. */
const SOFT = 0.5;
/**
 * The same while the window of a cut enlarges it as well, since what moves fast is seen less sharp
 * (common practice, no source).
 */
const SOFT_IN_MOTION = 0.35;

/** Pixels of source to one of the film where it is softest, and the scale that just passes. */
interface Figures {
  readonly softness: number;
  readonly most: number;
}

/** How a picture lies in the film before it is moved, against one that fills it. */
const laidOf = ({ framed, steadied }: Layer): number =>
  (framed?.scale ?? 1) * (steadied?.scale ?? 1);

/** Where a picture is softest, by how much with the phrase and without it, and what just passes. */
interface Softest {
  readonly frame: number;
  readonly name: string;
  readonly softness: number;
  readonly without: number;
  readonly limit: number;
}

const kept = remembered<PhraseFacts, Softest | null>();

/**
 * The frame of a phrase on which a picture under it, all its scales together, is softest; looked
 * for anew only where the phrase or what lies under phrases has changed.
 */
function softestOf(film: Film, facts: PhraseFacts, size: Size): Softest | null {
  // What the joins under it follow from.
  const { recipes, music, rate, dropFrame } = film.plan;
  const inputs = [film.shots, recipes, music, rate, dropFrame, size];
  return kept(facts, inputs, () => searchSoftest(film, facts, size));
}

function searchSoftest(
  film: Film,
  { start, end, pictured }: PhraseFacts,
  size: Size,
): Softest | null {
  let worst: Softest | null = null;
  for (let frame = Math.max(0, start); frame < end; frame++) {
    const { scale } = pictured(frame - start);
    if (scale <= 1) continue;
    for (const layer of layersAt(film, frame)) {
      if (!layer.clip) continue;
      const without = softnessAt(layer.clip.size, size, laidOf(layer) * layer.values.scale);
      const softness = without / scale;
      const limit = layer.values.scale > 1 ? SOFT_IN_MOTION : SOFT;
      if (!worst || softness / limit < worst.softness / worst.limit)
        worst = { frame, name: layer.clip.name, softness, without, limit };
    }
  }
  return worst;
}

/** A phrase enlarges a picture so far, with what the cut under it does, that it turns soft. */
export const phraseSoft = faultKind<'phrase-soft', Figures>({
  code: 'phrase-soft',
  name: 'Picture turns soft in a phrase',
  area: 'phrases',
  find: (film) => {
    const { size } = film.plan;
    return film.phrases.flatMap((facts) => {
      const { phrase } = facts;
      const worst = phrase.off ? null : softestOf(film, facts, size);
      // A picture that is soft without it is soft for another reason.
      if (!worst || worst.without < worst.limit || worst.softness >= worst.limit - 1e-9) return [];
      const { frame, name, softness, without, limit } = worst;
      return [
        {
          shot: null,
          cut: null,
          frame: frames(frame),
          target: phrase.id,
          figures: { softness, most: without / limit },
          message: `“${name}” turns soft in the phrase: ${softness.toFixed(2)} pixels of source to one of the film.`,
          mend: 'Take a smaller scale, or a larger picture.',
        },
      ];
    });
  },
  mends: ({ plan, phrases }, { target, figures }) => {
    const facts = phrases.find(({ phrase }) => phrase.id === target);
    const most = Math.floor(figures.most * 100) / 100;
    if (!facts || most <= 1 || facts.settings.scale <= most) return [];
    return [
      {
        label: `A scale of ${Math.round(most * 100)} %`,
        make: () => changePhrases(plan, [target!], { scale: most }),
      },
    ];
  },
});
