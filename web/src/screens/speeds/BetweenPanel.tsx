import type { ShotFacts } from '@caesura/core/film';
import { USUAL_BETWEEN, type Between } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

const SLOW: Readonly<Record<Between['slow'], string>> = {
  repeat: 'repeat frames',
  blend: 'blend two frames',
  interpolate: 'interpolated where it is finished',
};
const FAST: Readonly<Record<Between['fast'], string>> = {
  skip: 'skip frames',
  blend: 'blend the shutter',
};

/** How the pictures between the source frames of the chosen shots are made. */
export function BetweenPanel({ facts, chosen }: { facts: ShotFacts; chosen: readonly number[] }) {
  const edit = useEdit();
  const between = facts.shot.between ?? USUAL_BETWEEN;
  const set = (to: Partial<Between>): boolean => {
    const next = { ...between, ...to };
    const usual = next.slow === USUAL_BETWEEN.slow && next.fast === USUAL_BETWEEN.fast;
    return edit('makeBetween', chosen, usual ? null : next);
  };
  return (
    <section aria-label="Pictures between frames">
      <h3>Pictures between frames</h3>
      <Choose
        label="Slow parts"
        value={between.slow}
        of={SLOW}
        onChoose={(slow) => set({ slow })}
      />
      <Choose
        label="Fast parts"
        value={between.fast}
        of={FAST}
        onChoose={(fast) => set({ fast })}
      />
      {between.fast === 'blend' && (
        <NumberField
          label="Shutter"
          value={between.shutter}
          unit="°"
          least={1}
          most={360}
          by={10}
          onCommit={(shutter) => set({ shutter })}
        />
      )}
      {between.slow === 'interpolate' && (
        <p className="field-note">Files carry the wish. Here it is shown blended.</p>
      )}
    </section>
  );
}
