import { useMemo, type ReactNode } from 'react';
import { dropsLeftOut, musicWindows } from '@caesura/core/endings';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../app/hooks.ts';
import { barWords } from '../app/format.ts';

/**
 * Says that the part of the music which the film plays leaves its drop out, with a part that holds
 * it. `others` leads to the other parts.
 */
export function DropLeftOut({ plan, others }: { plan: Plan; others: ReactNode }) {
  const edit = useEdit();
  const { music } = plan;
  const told = useMemo(() => {
    if (!music) return null;
    const bars = dropsLeftOut(plan, music);
    const [part] = bars.length > 0 ? musicWindows(plan, music) : [];
    return part?.drop && bars.includes(part.drop.bar) ? { bars, part } : null;
  }, [plan, music]);
  if (!music || !told) return null;
  const { bars, part } = told;
  return (
    <p className="drop-left-out" role="status">
      The part of the music that is used leaves out the drop at {barWords(bars)}.{' '}
      <button
        type="button"
        className="btn btn-link btn-sm"
        onClick={() => edit('setEnding', music.id, part)}
      >
        Use bars {part.from} to {part.to}
      </button>
      {others}
    </p>
  );
}
