import { barLineBefore, dropsOf } from '@caesura/core/film';
import { cutAnchors } from '@caesura/core/edits';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Anchor, EffectFile, Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

/** Frames over which a bed comes in and goes at first: longer than most windows. */
const BED_FADE = 24;

/**
 * Puts an effect at a cut: on it, rising to it or to a drop, on every cut up to another, or under
 * all of them.
 */
export function PutEffects({
  plan,
  cut,
  effect,
  onEffect,
}: {
  plan: Plan;
  cut: number;
  /** The effect that is put; undefined where there is none. */
  effect: EffectFile | undefined;
  onEffect: (id: string) => void;
}) {
  const edit = useEdit();
  const shots = plan.score?.shots ?? [];
  const last = shots.length - 1;
  const [until, setUntil] = useState<number | null>(null);
  const [bars, setBars] = useState(2);
  const [peaks, setPeaks] = useState('cut');
  if (!effect) return <p>Add effects first, from files or from the kit.</p>;
  const drops = dropsOf(plan);
  const to = Math.min(last, Math.max(cut, until ?? Math.min(last, cut + 3)));
  const atCut = (index: number): Anchor => ({ on: 'cut', shot: shots[index]!.id, by: 0 });
  const rise = () => {
    const drop = drops.find(({ frame }) => String(frame) === peaks);
    const at = drop?.anchor ?? atCut(cut);
    const frame = drop?.frame ?? shots[cut]!.start;
    const from = barLineBefore(plan, frame, bars) ?? {
      on: 'frame',
      frame: frames(Math.max(0, frame - 48)),
    };
    edit('putRiser', effect.id, from, at);
  };
  return (
    <>
      <Choose
        label="Effect"
        value={effect.id}
        of={Object.fromEntries(plan.effectFiles.map(({ id, name }) => [id, name]))}
        onChoose={onEffect}
      />
      <div className="buttons">
        <Button variant="dark" onClick={() => edit('putHit', effect.id, cut)}>
          Put it on cut {cut}
        </Button>
      </div>
      <WholeField
        label="Up to cut"
        value={to}
        least={cut}
        most={Math.max(cut, last)}
        onCommit={(n) => {
          setUntil(n);
          return true;
        }}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={() => edit('putRun', effect.id, cutAnchors(plan, cut, to))}
        >
          On each cut, varied
        </Button>
        <Button
          variant="outline-dark"
          disabled={to === cut}
          onClick={() =>
            edit('putBed', effect.id, { from: atCut(cut), to: atCut(to) }, frames(BED_FADE))
          }
        >
          As a bed to there
        </Button>
      </div>
      <Choose
        label="Peaks on"
        value={peaks}
        of={{
          cut: `cut ${cut}`,
          ...Object.fromEntries(drops.map(({ frame }) => [frame, `the drop at ${frame}`])),
        }}
        onChoose={setPeaks}
      />
      <WholeField
        label="Rises over"
        value={bars}
        least={1}
        most={32}
        also={bars === 1 ? 'bar' : 'bars'}
        onCommit={(n) => {
          setBars(n);
          return true;
        }}
      />
      <div className="buttons">
        <Button variant="outline-dark" onClick={rise}>
          As a riser
        </Button>
      </div>
    </>
  );
}
