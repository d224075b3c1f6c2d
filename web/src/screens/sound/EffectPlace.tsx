import { Button } from 'react-bootstrap';
import type { EditArguments } from '../../app/plan-edits.ts';
import type { Film } from '@caesura/core/film';
import type { Anchor } from '@caesura/core/plan';
import type { EffectFacts } from '@caesura/core/sound';
import { frames, toNumber } from '@caesura/core/time';
import { AnchorField } from '../../components/AnchorField.tsx';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

const FITS = { stretched: 'stretched', trimmed: 'trimmed' } as const;
const TIES = { at: 'At', from: 'From', to: 'To' } as const;

/** Where an effect could end: on the cut after it, else a second later. */
function nextAnchor(film: Film, { at }: EffectFacts): Anchor {
  const next = film.joins.find(({ frame }) => frame > at.frame);
  const later = frames(at.frame + Math.round(toNumber(film.plan.rate)));
  return next ? { on: 'cut', shot: next.into.shot.id, by: 0 } : { on: 'frame', frame: later };
}

/** What an effect is tied to, where it ends, and how it is brought to end there. */
export function EffectPlace({
  film,
  facts,
  position,
  onChange: change,
}: {
  film: Film;
  facts: EffectFacts;
  /** Frame of the film. */
  position: number;
  onChange: (to: EditArguments<'changeEffect'>[1]) => boolean;
}) {
  const { placement, other } = facts;
  const mainTie = placement.kind === 'bed' ? 'from' : 'at';
  const main = placement.kind === 'bed' ? placement.from : placement.at;
  const tied = main.on === 'cut' ? main : null;
  const anchor = (tie: 'at' | 'from' | 'to', frame: number) => {
    const of = { ...placement } as Partial<Record<typeof tie, Anchor>>;
    return (
      <AnchorField
        film={film}
        label={TIES[tie]}
        anchor={of[tie]!}
        frame={frame}
        position={position}
        first="cut"
        onChoose={(to) => change({ [tie]: to })}
      />
    );
  };
  return (
    <>
      {anchor(placement.kind === 'bed' ? 'from' : 'at', facts.at.frame)}
      {tied && (
        <NumberField
          label="After the cut"
          value={tied.by}
          unit="f"
          least={-1000}
          most={1000}
          onCommit={(by) => change({ [mainTie]: { ...tied, by: Math.round(by) } })}
        />
      )}
      {other && anchor(placement.kind === 'riser' ? 'from' : 'to', other.frame)}
      {placement.kind === 'hit' && (
        <p className="field-note">
          <Button
            variant="link"
            size="sm"
            onClick={() =>
              change(
                other
                  ? { to: undefined, fit: undefined }
                  : { to: nextAnchor(film, facts), fit: 'trimmed' },
              )
            }
          >
            {other ? 'End by itself' : 'End somewhere'}
          </Button>
        </p>
      )}
      {placement.kind !== 'bed' && other && (
        <Choose
          label="To its time"
          value={placement.fit ?? 'stretched'}
          of={FITS}
          onChoose={(fit) => change({ fit })}
        />
      )}
    </>
  );
}
