import { Button, Form } from 'react-bootstrap';
import { limitsOf } from '@caesura/core/layout';
import { lengthContext } from '@caesura/core/film';
import { TERMS, type Clip, type Plan, type Term } from '@caesura/core/plan';
import { parseLength } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { LengthField } from '../../fields/LengthField.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { ClipWishes } from './ClipWishes.tsx';
import { PacingChoice } from './PacingChoice.tsx';
import { ShortRuns } from './ShortRuns.tsx';

const TERM_NAMES: Readonly<Record<Term, string>> = {
  pace: 'Near the pace',
  cue: 'On strong cues',
  moment: 'Moments land',
  movement: 'Movement shown',
  likeness: 'Neighbours',
  flow: 'Movement goes on',
  speed: 'Normal speed',
  repeat: 'No clip again soon',
  variety: 'Lengths vary',
};

/** A limit of a shot's length: as typed, or what follows from the pace when left empty. */
function LimitField({ plan, which }: { plan: Plan; which: 'shortest' | 'longest' }) {
  const edit = useEdit();
  const given = plan.wishes[which];
  const context = lengthContext(plan);
  const follows = (() => {
    try {
      return limitsOf(plan, plan.wishes)[which];
    } catch {
      return null;
    }
  })();
  return (
    <TextField
      label={which === 'shortest' ? 'Shortest shot' : 'Longest shot'}
      narrow
      value={given === null ? '' : String(given)}
      also={given === null ? <span className="figures">{follows ?? '–'} f</span> : null}
      check={(text) => void (text.trim() && parseLength(text, context))}
      onCommit={(text) =>
        edit('changeWishes', { [which]: text.trim() ? parseLength(text, context).frames : null })
      }
    />
  );
}

/** The clip that opens or closes. */
function End({ plan, which }: { plan: Plan; which: 'first' | 'last' }) {
  const edit = useEdit();
  const of = Object.fromEntries([
    ['', 'any'],
    ...plan.clips.map((c: Clip) => [c.id, c.name]),
  ]) as Record<string, string>;
  return (
    <Choose
      label={which === 'first' ? 'Opens' : 'Closes'}
      value={plan.wishes[which] ?? ''}
      of={of}
      onChoose={(id) => edit('changeWishes', { [which]: id || null })}
    />
  );
}

/** Everything a layout is to be like: pace, limits, order, clips, and how much each term counts. */
export function WishesPanel({
  plan,
  frame,
  cut,
}: {
  plan: Plan;
  frame: number;
  cut: number | null;
}) {
  const edit = useEdit();
  const { wishes } = plan;
  const context = lengthContext(plan);
  return (
    <aside className="panel wishes" aria-label="Wishes">
      <h2 className="panel-title">Wishes</h2>
      <p className="panel-sub">What Propose keeps to. The total is always exact.</p>
      <PacingChoice plan={plan} frame={frame} />
      <LimitField plan={plan} which="shortest" />
      <LimitField plan={plan} which="longest" />
      <LengthField
        label="Handles beyond each end"
        value={wishes.handles}
        written={String(wishes.handles)}
        context={context}
        onCommit={(handles) => edit('changeWishes', { handles })}
      />
      <ShortRuns plan={plan} frame={frame} />
      <h3>Order</h3>
      <Choose
        label="Clips come"
        value={wishes.order}
        of={{ free: 'in any order', kept: 'in their order' }}
        onChoose={(order) => edit('changeWishes', { order })}
      />
      <Choose
        label="Neighbours are"
        value={wishes.neighbours}
        of={{ alike: 'alike', unlike: 'unlike', any: 'either' }}
        onChoose={(neighbours) => edit('changeWishes', { neighbours })}
      />
      <End plan={plan} which="first" />
      <End plan={plan} which="last" />
      <ClipWishes plan={plan} cut={cut} />
      <h3>What counts</h3>
      {TERMS.map((term) => {
        const usual = term === 'variety' ? 0 : 1;
        const value = wishes.weights[term] ?? usual;
        return (
          <label key={term} className="weight">
            <span>{TERM_NAMES[term]}</span>
            <Form.Range
              min={0}
              max={3}
              step={0.25}
              value={value}
              aria-label={TERM_NAMES[term]}
              onChange={(event) =>
                edit('changeWishes', {
                  weights: { ...wishes.weights, [term]: Number(event.target.value) },
                })
              }
            />
            <span className="figures">× {value}</span>
          </label>
        );
      })}
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={() => edit('changeWishes', { seed: wishes.seed + 1 })}
          title="Propose then offers other layouts of about the same worth; undo brings these back"
        >
          Other proposals next time
        </Button>
      </div>
    </aside>
  );
}
