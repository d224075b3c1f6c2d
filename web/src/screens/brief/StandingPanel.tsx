import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { useFaults } from '../../app/faults.ts';
import { counted } from '../../app/format.ts';
import { STEPS } from '../../app/shell/Steps.tsx';
import { miniShots } from '../../components/mini-shots.ts';
import { MiniScore } from '../../components/MiniScore.tsx';
import { standingOf } from './standing.ts';

/** What there is of every step of the work, each with the way to it. */
export function StandingPanel({ plan }: { plan: Plan }) {
  const { all: faults } = useFaults();
  const standing = useMemo(() => standingOf(plan, faults), [plan, faults]);
  return (
    <section className="sheet brief-standing" aria-labelledby="brief-standing">
      <h2 id="brief-standing">What there is</h2>
      {plan.score && <MiniScore shots={miniShots(plan.score, plan)} length={plan.score.length} />}
      <dl>
        {standing.map(({ screen, what, faults: wrong }) => (
          <div key={screen}>
            <dt>{STEPS.find(({ path }) => path === screen)!.name}</dt>
            <dd>
              <Link to={`../${screen}`}>{what}</Link>
              {wrong > 0 && <span className="wrong"> · {counted(wrong, 'fault')}</span>}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
