import { filmOf } from '@caesura/core/film';
import { Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { counted, formatLine } from '../format.ts';
import { redo, undo } from '../plan-state.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { useTheme } from '../theme.ts';
import { IconButton } from '../../components/IconButton.tsx';
import { LengthBar } from './LengthBar.tsx';
import { SavePill } from './SavePill.tsx';

/** The mark and the name, leading to the list of plans. */
export function Brand() {
  return (
    <Link to="/plans" className="brand" title="All plans">
      <svg viewBox="0 0 20 22" width="20" height="22" aria-hidden="true">
        <path d="M2 21 8 1M11 21 17 1" />
      </svg>
      Caesura
    </Link>
  );
}

export function ThemeSwitch() {
  const [theme, change] = useTheme();
  const label = theme === 'dark' ? 'Day theme' : 'Night theme';
  return (
    <IconButton name={label} onClick={change}>
      {theme === 'dark' ? <Sun size={17} /> : <Moon size={17} />}
    </IconButton>
  );
}

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
    <span className="pill">
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
      <ThemeSwitch />
    </header>
  );
}
