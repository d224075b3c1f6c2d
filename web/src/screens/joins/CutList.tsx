import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { Fault } from '@caesura/core/faults';
import type { JoinFacts } from '@caesura/core/joins';
import { MOVE_NAMES } from './words.ts';

/** What is wrong at a cut, in as few words as fit. */
function faultWord({ code, figures }: Fault): string {
  if (code === 'handle-short') return `${figures.spare} ${figures.side as string}`.replace('-', '−');
  if (code === 'slow-patch') return `dip ${(figures.before as number) + (figures.after as number)} f`;
  if (code === 'windows-overlap') return `${figures.over} f over`;
  return 'fault';
}

/** All cuts with what happens at each. */
export function CutList({
  joins,
  faults,
  cut,
}: {
  joins: readonly JoinFacts[];
  faults: readonly Fault[];
  cut: number;
}) {
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    list.current?.querySelector('.is-open')?.scrollIntoView({ block: 'nearest' });
  }, [cut]);
  return (
    <nav className="cut-list" aria-label="Cuts" ref={list}>
      {joins.map((facts) => {
        const wrong = faults.find(
          (f) => f.cut === facts.cut || (f.cut === null && f.step === 'joins' && f.shot === facts.cut),
        );
        const named = facts.join ? MOVE_NAMES[facts.settings.move].toLowerCase() : 'hard cut';
        return (
          <Link
            key={facts.cut}
            to={`../joins/${facts.cut}`}
            className={facts.cut === cut ? 'is-open' : ''}
            aria-current={facts.cut === cut ? 'true' : undefined}
          >
            <span className="figures">{facts.cut}</span>
            <b>{facts.join?.off ? <s>{named}</s> : named}</b>
            {wrong ? (
              <span className="figures wrong">{faultWord(wrong)}</span>
            ) : (
              <span className="figures">
                {facts.before}+{facts.after}
              </span>
            )}
          </Link>
        );
      })}
    </nav>
  );
}
