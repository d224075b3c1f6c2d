import { useMemo, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { checkPace } from '@caesura/core/layout';
import { cutFigures } from '@caesura/core/edits';
import { lengthContext } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { TextField } from '../../fields/TextField.tsx';

/** Pace and the button that lays out, with the figures of the score as it stands. */
export function LayoutBar({
  plan,
  wishing,
  onWishes,
  onPropose,
  children,
}: {
  plan: Plan;
  wishing: boolean;
  onWishes: () => void;
  onPropose: () => void;
  children: ReactNode;
}) {
  const edit = useEdit();
  const { cuts, onCue, onParts, worstMilliseconds } = useMemo(() => cutFigures(plan), [plan]);
  const context = lengthContext(plan);
  const noClips = plan.clips.length === 0;
  return (
    <div className="layout-bar">
      <TextField
        label="Pace"
        narrow
        value={plan.pace}
        maxLength={40}
        check={(text) => checkPace(text, context)}
        onCommit={(pace) => edit('changeBrief', { pace })}
      />
      <Button
        variant={noClips ? 'outline-dark' : 'dark'}
        disabled={noClips}
        onClick={onPropose}
        title={
          noClips
            ? 'There are no clips to lay out yet'
            : 'Cuts, clips and their starts weighed together, three ways, to choose from'
        }
      >
        Propose
      </Button>
      <Button
        variant={noClips ? 'dark' : 'outline-dark'}
        onClick={() => edit('layOutSteadily')}
        title="Every cut at the pace, on the nearest cue, the clips in their order"
      >
        Even
      </Button>
      <Button
        variant="outline-dark"
        active={wishing}
        aria-pressed={wishing}
        onClick={onWishes}
        title="What proposals keep to: pace over time, limits, order, clips"
      >
        Wishes
      </Button>
      {plan.score && (
        <p
          className="layout-figures"
          title={
            cuts > 0 ? `The worst of all cuts is ${worstMilliseconds.toFixed(1)} ms off` : undefined
          }
        >
          <b>{onCue}</b> of {cuts} on a cue
          <br />
          {onParts > 0 && `${onParts} on parts of a beat · `}
          {cuts > 0 && (
            <>
              worst <span className="figures">{worstMilliseconds.toFixed(1)} ms</span>
            </>
          )}
        </p>
      )}
      {children}
    </div>
  );
}
