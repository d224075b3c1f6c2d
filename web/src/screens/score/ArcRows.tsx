import { Button, Form } from 'react-bootstrap';
import { filmOf, instantOn, landingOf, lengthContext } from '@caesura/core/film';
import { arcRanges } from '@caesura/core/layout';
import type { Arc, Plan } from '@caesura/core/plan';
import {
  CaesuraError,
  frames,
  parseLength,
  type Frames,
  type LengthContext,
} from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { LengthField } from '../../fields/LengthField.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

const SHAPES: Readonly<Record<Arc['shape'], string>> = {
  hold: 'Hold',
  build: 'Build',
  breathe: 'Breathe',
  waves: 'Waves',
};
/** Where the other pace of a shape is reached. */
const OTHERS: Readonly<Record<Exclude<Arc['shape'], 'hold'>, string>> = {
  build: 'To',
  breathe: 'In the middle',
  waves: 'And back from',
};
const EASES = { even: 'evenly', late: 'mostly at the end', early: 'mostly at the start' } as const;

/** A length as typed, of at least a frame. Throws when it is none. */
export function checkedLength(text: string, context: LengthContext): Frames {
  const { frames: length } = parseLength(text, context);
  if (length < 1)
    throw new CaesuraError('bad-pace', `A pace of ${text.trim()} is less than a frame.`);
  return length;
}

/** An arc of another shape that keeps what both have. */
function shaped(arc: Arc, shape: Arc['shape']): Arc {
  const { from, pace, shortest, longest, clips } = arc;
  const common = { from, pace, shortest, longest, clips };
  const to = 'to' in arc ? arc.to : '1 beat';
  switch (shape) {
    case 'hold':
      return { ...common, shape };
    case 'build':
      return { ...common, shape, to, ease: 'even' };
    case 'breathe':
      return { ...common, shape, to };
    case 'waves':
      return { ...common, shape, to, bars: 4 };
  }
}

/** One arc: where it begins, its shape and paces, and what else it asks of its shots. */
function ArcRow({
  plan,
  arc,
  from,
  onChange,
  onRemove,
}: {
  plan: Plan;
  arc: Arc;
  from: Frames | null;
  onChange: (arc: Arc) => boolean;
  onRemove: () => void;
}) {
  const context = lengthContext(plan);
  const landing = from === null ? null : landingOf(from, filmOf(plan).beats, plan);
  const check = (text: string) => void checkedLength(text, context);
  const limit = (which: 'shortest' | 'longest') => (
    <TextField
      label={which === 'shortest' ? 'Shortest shot' : 'Longest shot'}
      narrow
      value={arc[which] === null ? '' : String(arc[which])}
      check={(text) => void (text.trim() && checkedLength(text, context))}
      onCommit={(text) =>
        onChange({ ...arc, [which]: text.trim() ? checkedLength(text, context) : null })
      }
    />
  );
  return (
    <div className="wish-row">
      <LengthField
        label="From"
        value={from ?? frames(0)}
        written={from === null ? 'not in the film' : String(Math.max(0, from))}
        also={
          <span>{landing?.onCue ? `bar ${landing.cue.bar} · beat ${landing.cue.beat}` : ''}</span>
        }
        context={context}
        // The same frame again must not untie it from the music.
        onCommit={(at) => at === from || onChange({ ...arc, from: instantOn(plan, at) })}
      />
      <Choose
        label="Shape"
        value={arc.shape}
        of={SHAPES}
        onChoose={(s) => onChange(shaped(arc, s))}
      />
      <TextField
        label="Pace"
        narrow
        value={arc.pace}
        maxLength={40}
        check={check}
        onCommit={(pace) => onChange({ ...arc, pace })}
      />
      {arc.shape !== 'hold' && (
        <TextField
          label={OTHERS[arc.shape]}
          narrow
          value={arc.to}
          maxLength={40}
          check={check}
          onCommit={(to) => onChange({ ...arc, to })}
        />
      )}
      {arc.shape === 'build' && (
        <Choose
          label="It builds"
          value={arc.ease}
          of={EASES}
          onChoose={(ease) => onChange({ ...arc, ease })}
        />
      )}
      {arc.shape === 'waves' && (
        <WholeField
          label="Bars a wave"
          value={arc.bars}
          least={1}
          most={256}
          onCommit={(bars) => onChange({ ...arc, bars })}
        />
      )}
      <details open={arc.shortest !== null || arc.longest !== null || arc.clips.length > 0}>
        <summary>Limits and clips</summary>
        {limit('shortest')}
        {limit('longest')}
        <fieldset className="arc-clips">
          <legend>Only these clips</legend>
          {plan.clips.map(({ id, name }) => (
            <Form.Check
              key={id}
              id={`${arc.shape}-${from}-${id}`}
              label={name}
              checked={arc.clips.includes(id)}
              onChange={(event) =>
                onChange({
                  ...arc,
                  clips: event.target.checked
                    ? [...arc.clips, id]
                    : arc.clips.filter((other) => other !== id),
                })
              }
            />
          ))}
        </fieldset>
      </details>
      <Button variant="outline-dark" size="sm" onClick={onRemove}>
        Remove
      </Button>
    </div>
  );
}

/** The arcs of a plan, each from where it begins until the next does. */
export function ArcRows({
  plan,
  arcs,
  frame,
}: {
  plan: Plan;
  arcs: readonly Arc[];
  frame: number;
}) {
  const edit = useEdit();
  const set = (next: readonly Arc[]) =>
    edit('changeWishes', { pacing: { kind: 'arcs', arcs: next } });
  const ranges = arcRanges(arcs, plan);
  return (
    <>
      {arcs.map((arc, i) => (
        <ArcRow
          key={i}
          plan={plan}
          arc={arc}
          from={ranges.find((range) => range.arc === arc)?.from ?? null}
          onChange={(changed) => set(arcs.map((a, k) => (k === i ? changed : a)))}
          onRemove={() => set(arcs.filter((_, k) => k !== i))}
        />
      ))}
      <Button
        variant="outline-dark"
        size="sm"
        onClick={() => {
          const common = { shortest: null, longest: null, clips: [] };
          const from = instantOn(plan, frames(frame));
          set([...arcs, { ...common, from, shape: 'hold', pace: plan.pace }]);
        }}
      >
        Add an arc from the position
      </Button>
    </>
  );
}
