import { filmOf, anchorNear } from '../film/index.ts';
import { changeEffect, effectRate, removeEffects } from '../plan/edits/edit-effects.ts';
import { fittingRate, lostEffects } from '../sound/index.ts';
import type { Plan } from '../plan/index.ts';
import { frames, instantOfFrame, percent, toNumber } from '../time/index.ts';
import type { Fault } from './fault.ts';
import type { Try } from './try.ts';

/** Mends of an effect that was tied to what is gone: all that are so are taken out. */
export const lostMends = (plan: Plan, { figures: { side, count } }: Fault): Try[] => [
  {
    label: count === 1 ? 'Take it out' : `Take all ${count} out`,
    make: () => {
      const lost = lostEffects(plan, filmOf(plan).effects).filter(({ effect }) => effect === side);
      return removeEffects(
        plan,
        lost.map(({ id }) => id),
      );
    },
  },
];

/** Mends of an effect: faster, softer, louder, by its onset, beginning earlier, fading for longer, left out. */
export function effectMends(plan: Plan, fault: Fault): Try[] {
  const id = fault.figures.side as string;
  const shots = filmOf(plan).shots;
  const facts = filmOf(plan).effects.find(({ placement }) => placement.id === id);
  const out: Try = { label: 'Take it out', make: () => removeEffects(plan, [id]) };
  if (!facts) return [];
  const { placement, at, join, effect } = facts;
  const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  const faster = (from: number, to: number): Try => {
    const rate = Math.ceil(100 * fittingRate(facts, { from, to })) / 100;
    return {
      label: `Play it at ${percent(rate)}`,
      make: () => changeEffect(plan, id, { rate: effectRate(100 * rate) }),
    };
  };
  switch (fault.code) {
    case 'effect-early':
      return [
        ...(placement.kind === 'hit'
          ? [
              faster(0, Infinity),
              {
                label: 'Put its onset there',
                make: () => changeEffect(plan, id, { mark: 'onset' }),
              },
            ]
          : []),
        out,
      ];
    case 'effect-long': {
      const { cut } = at;
      return [
        ...(join && join.before + join.after > 0
          ? [
              {
                label: 'Fit it to the window',
                make: () => changeEffect(plan, id, { rate: 'window' }),
              },
            ]
          : []),
        ...(cut === null || cut < 1
          ? []
          : [faster(time(shots[cut - 1]!.start), time(shots[cut]!.end))]),
        out,
      ];
    }
    case 'effect-masked':
    case 'effect-clips':
      return [
        {
          label: 'Take the advised level',
          make: () => changeEffect(plan, id, { gain: 'advised' }),
        },
        ...(effect.measure.top === null
          ? []
          : [
              {
                label: `Set it to ${Math.floor(-effect.measure.top)} dB`,
                make: () => changeEffect(plan, id, { gain: Math.floor(-effect.measure.top!) }),
              },
            ]),
        out,
      ];
    case 'riser-backwards': {
      const lasts = Math.ceil(
        (effect.measure.peak - effect.measure.from) / effect.sampleRate / time(1),
      );
      const from = frames(Math.max(0, at.frame - lasts));
      return [
        {
          label: 'Let it last as long as its file',
          make: () => changeEffect(plan, id, { from: anchorNear(plan, from) }),
        },
        out,
      ];
    }
    case 'bed-fade': {
      const fade = frames((fault.figures.window as number) + 2);
      return [
        { label: `Fade over ${fade} frames`, make: () => changeEffect(plan, id, { fade }) },
        out,
      ];
    }
    default:
      return [out];
  }
}
