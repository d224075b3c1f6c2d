import { filmOf } from '@caesura/core/film';
import { Redo2, Undo2 } from 'lucide-react';
import type { Plan } from '@caesura/core/plan';
import { counted, formatLine } from '../format.ts';
import { redo, undo } from '../plan-state.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { IconButton } from '../../components/IconButton.tsx';
import { Brand, ThemeSwitch } from './Brand.tsx';
import { HelpButton } from './HelpButton.tsx';
import { RuleLink } from './RuleLink.tsx';
import { LengthBar } from './LengthBar.tsx';
import { SavePill } from './SavePill.tsx';

function UndoButtons() {
  const dispatch = useAppDispatch();
  const { past, present, future } = useAppSelector((state) => state.history);
  const undoLabel = past.length > 0 ? `Undo ${present?.label ?? ''}` : 'Nothing to undo';
  const redoLabel = future[0] ? `Redo ${future[0].label ?? ''}` : 'Nothing to redo';
  return (
    <span className="undo-buttons">
      <IconButton
        name={undoLabel}
        hint={`${undoLabel} (Ctrl Z)`}
        disabled={past.length === 0}
        onClick={() => dispatch(undo())}
      >
        <Undo2 size={17} />
      </IconButton>
      <IconButton
        name={redoLabel}
        hint={`${redoLabel} (Ctrl Shift Z)`}
        disabled={future.length === 0}
        onClick={() => dispatch(redo())}
      >
        <Redo2 size={17} />
      </IconButton>
    </span>
  );
}

function ShotsPill({ plan }: { plan: Plan }) {
  const lengths = filmOf(plan).shots.map((shot) => shot.length);
  if (lengths.length === 0) return <span className="pill">Not laid out</span>;
  const [least, most] = lengths.reduce(
    ([a, b], n) => [Math.min(a, n), Math.max(b, n)],
    [Infinity, 0],
  );
  return (
    <span className="pill pill-shots">
      {counted(lengths.length, 'shot')} · {least === most ? least : `${least} to ${most}`} frames
    </span>
  );
}

/** The head of a plan's screens: what it is, its length against the target, whether it is saved. */
export function Header({ plan }: { plan: Plan }) {
  return (
    <header className="head">
      <Brand />
      <div className="head-plan">
        <h1>{plan.name}</h1>
        <p>{[plan.client, formatLine(plan)].filter(Boolean).join(' · ')}</p>
      </div>
      <LengthBar plan={plan} />
      <ShotsPill plan={plan} />
      <SavePill />
      <UndoButtons />
      <HelpButton />
      <RuleLink plan={plan} />
      <ThemeSwitch />
    </header>
  );
}
