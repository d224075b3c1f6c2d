import { placingOf, splitWindow, type JoinFacts, type Placing } from '@caesura/core/joins';
import { frameSpan } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { SpanField } from './SpanField.tsx';
import { useSetJoin } from './use-set-join.ts';

const PLACINGS: Readonly<Record<Placing | 'own', string>> = {
  centred: 'centred on the cut',
  ends: 'ends at the cut',
  starts: 'starts at the cut',
  own: 'own halves',
};

/** The window of a join: how long before and after its cut, and what of it holds at other rates. */
export function MoveWindow({
  plan,
  facts: { cut, settings, before, after },
}: {
  plan: Plan;
  facts: JoinFacts;
}) {
  const edit = useEdit();
  const set = useSetJoin(cut);
  const total = before + after;
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
          edit('setWindow', cut, split.before, split.after);
        }}
      />
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
