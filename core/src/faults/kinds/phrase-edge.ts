import { motionFrames, showsEdge, wholeCover } from '../../motion/index.ts';
import { changePhrases } from '../../plan/edits/edit-phrases.ts';
import { frames, plural } from '../../time/index.ts';
import { perPhrase } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Frames on which it shows, and the one scale that covers all of them. */
interface Figures {
  readonly frames: number;
  readonly covers: number;
}

/** A phrase moves the composed picture off the frame. */
export const phraseEdge = faultKind<'phrase-edge', Figures>({
  code: 'phrase-edge',
  name: 'Edge shows in a phrase',
  area: 'phrases',
  find: perPhrase<Figures>(({ phrase, motion, start, settings }) => {
    if (phrase.off || settings.fill !== 'none') return [];
    const open = motionFrames(motion).filter(showsEdge);
    const [first] = open;
    if (!first) return [];
    const covers = wholeCover(motion);
    return [
      {
        shot: null,
        cut: null,
        frame: frames(Math.max(0, start + first.at)),
        target: phrase.id,
        figures: { frames: open.length, covers },
        message: `The edge of the picture shows on ${plural(open.length, 'frame')} of the phrase.`,
        mend: `A scale of ${(100 * covers).toFixed(1)} % covers all of it; or fill the edges.`,
      },
    ];
  }),
  mends: ({ plan }, { target, figures: { covers } }) => [
    {
      label: `Enlarge as far as each frame needs, up to ${(100 * covers).toFixed(1)} %`,
      make: () => changePhrases(plan, [target!], { cover: 'each' }),
    },
    {
      label: `One scale of ${(100 * covers).toFixed(1)} % for all of it`,
      make: () => changePhrases(plan, [target!], { cover: 'whole' }),
    },
    {
      label: 'Fill the edges by mirroring',
      make: () => changePhrases(plan, [target!], { fill: 'mirror' }),
    },
  ],
});
