import type { Film } from '../../film/index.ts';
import { joinValues } from '../../joins/index.ts';
import { switchPhrases } from '../../plan/edits/edit-phrases.ts';
import { frames, instantOfFrame, subtract, toNumber } from '../../time/index.ts';
import { faultKind } from '../fault.ts';

/**
 * Most flashes in any one second, and the least change of light that counts as one: W3C WCAG 2.2,
 * success criterion 2.3.1, “Three Flashes or Below Threshold”. A tenth of white that is mixed in
 * counts here, whatever the picture, which is on the safe side of its definition.
 */
const MOST = 3;
const LEAST = 0.1;

/** Flashes in a second, and the phrases among them. */
interface Figures {
  readonly flashes: number;
  readonly phrases: readonly string[];
}

/** A change of light and back: the frame on which it is strongest. */
interface Flash {
  readonly frame: number;
  readonly phrase: string | null;
}

/** The frames on which values rise to a peak of a tenth or more. */
function peaksOf(values: readonly { readonly at: number; readonly light: number }[]): number[] {
  return values
    .filter(({ light }, i) => {
      const before = values[i - 1]?.light ?? 0;
      const after = values[i + 1]?.light ?? 0;
      return light >= LEAST && light > before && light >= after;
    })
    .map(({ at }) => at);
}

function flashesOf({ phrases, joins }: Film): Flash[] {
  const inPhrases = phrases.flatMap(({ phrase, start, end, pictured, motion }): Flash[] => {
    if (phrase.off || (!motion.tracks.flash && !motion.tracks.dip)) return [];
    const values = Array.from({ length: end - start }, (_, k) => {
      const { flash, dip } = pictured(k);
      return { at: start + k, light: Math.max(flash, dip) };
    });
    return peaksOf(values).map((frame) => ({ frame, phrase: phrase.id }));
  });
  const inJoins = joins.flatMap((join): Flash[] => {
    if (join.before + join.after === 0) return [];
    const { out, in: into } = joinValues(join);
    const values = [...out.filter(({ at }) => at < 0), ...into.filter(({ at }) => at >= 0)].map(
      ({ at, flash, dip }) => ({ at: join.frame + at, light: Math.max(flash, dip) }),
    );
    return peaksOf(values).map((frame) => ({ frame, phrase: null }));
  });
  return [...inPhrases, ...inJoins].sort((a, b) => a.frame - b.frame);
}

/** More flashes in a second than may be shown without a warning. */
export const flashOften = faultKind<'flash-often', Figures>({
  code: 'flash-often',
  name: 'Flashes too often',
  area: 'phrases',
  find: (film) => {
    const { rate } = film.plan;
    const flashes = flashesOf(film);
    const within = (i: number) => {
      const second = (j: number) =>
        toNumber(
          subtract(
            instantOfFrame(flashes[j]!.frame, rate),
            instantOfFrame(flashes[i]!.frame, rate),
          ),
        ) < 1;
      let last = i;
      while (last + 1 < flashes.length && second(last + 1)) last++;
      return flashes.slice(i, last + 1);
    };
    let skip = 0;
    return flashes.flatMap((flash, i) => {
      if (i < skip) return [];
      const here = within(i);
      if (here.length <= MOST) return [];
      skip = i + here.length;
      const phrases = here.flatMap(({ phrase }) => phrase ?? []);
      return [
        {
          shot: null,
          cut: null,
          frame: frames(Math.max(0, flash.frame)),
          target: phrases[0] ?? `frame ${flash.frame}`,
          figures: { flashes: here.length, phrases },
          message: `${here.length} flashes within a second from frame ${flash.frame}; more than ${MOST} can harm people who are sensitive to them (W3C WCAG 2.3.1).`,
          mend: 'Leave some of them out, or make them weaker than a tenth.',
        },
      ];
    });
  },
  mends: ({ plan }, { figures: { phrases } }) =>
    phrases.length === 0
      ? []
      : [
          {
            label: `Leave ${phrases.length > 1 ? 'every second one' : 'it'} out`,
            make: () =>
              switchPhrases(
                plan,
                phrases.filter((_, i) => phrases.length === 1 || i % 2 === 1),
                true,
              ),
          },
        ],
});
