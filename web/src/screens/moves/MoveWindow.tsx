import { frameSpan } from '@caesura/core/film';
import {
  outgoingOnTop,
  placingOf,
  splitWindow,
  type JoinFacts,
  type Placing,
} from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { Button } from 'react-bootstrap';
import { Choose } from '../../fields/Choose.tsx';
import { SpanField } from './SpanField.tsx';
import type { Choice } from './use-choice.ts';

const PLACINGS: Readonly<Record<Placing | 'own', string>> = {
  centred: 'centred on the cut',
  ends: 'ends at the cut',
  starts: 'starts at the cut',
  own: 'own halves',
};

/** The window of a join: how long before and after its cut, and what of it holds at other rates. */
export function MoveWindow({
  plan,
  facts: { settings, before, after, blend },
  choice: { setJoins: set },
}: {
  plan: Plan;
  facts: JoinFacts;
  choice: Choice;
}) {
  const total = before + after;
  const blended = blend.before + blend.after;
  return (
    <>
      <SpanField
        label="Before"
        span={settings.before}
        frames={before}
        plan={plan}
        onCommit={(span) => set({ before: span })}
      />
      <SpanField
        label="After"
        span={settings.after}
        frames={after}
        plan={plan}
        onCommit={(span) => set({ after: span })}
      />
      <Choose
        label={`Window, ${total} f`}
        value={placingOf({ before, after }) ?? 'own'}
        of={PLACINGS}
        onChoose={(placing) => {
          if (placing === 'own') return;
          const split = splitWindow(total, placing);
          set({
            before: frameSpan(split.before, plan.rate),
            after: frameSpan(split.after, plan.rate),
          });
        }}
      />
      {settings.pictures === 'overlap' &&
        (settings.blend ? (
          <>
            <SpanField
              label="Blend"
              span={settings.blend}
              frames={blended}
              plan={plan}
              onCommit={(span) => set({ blend: span })}
            />
            <Button variant="link" size="sm" onClick={() => set({ blend: null })}>
              Blend over all of the window
            </Button>
          </>
        ) : (
          <Button
            variant="link"
            size="sm"
            onClick={() => set({ blend: frameSpan(Math.min(4, Math.max(1, total)), plan.rate) })}
          >
            Blend over some of the window only
          </Button>
        ))}
      {settings.pictures === 'overlap' && (
        <Choose
          label="On top"
          value={outgoingOnTop(settings) ? 'out' : 'in'}
          of={{ in: 'the incoming', out: 'the outgoing' }}
          onChoose={(top) => set({ top })}
        />
      )}
      {settings.before.unit === 'frames' && settings.after.unit === 'frames' && (
        <Choose
          label="At other rates"
          value={settings.before.keep}
          of={{ time: 'keeps its time', frames: 'keeps its frames' }}
          onChoose={(keep) =>
            set({
              before: frameSpan(before, plan.rate, keep),
              after: frameSpan(after, plan.rate, keep),
            })
          }
        />
      )}
    </>
  );
}
