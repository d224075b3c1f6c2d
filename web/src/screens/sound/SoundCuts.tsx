import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { Fault } from '@caesura/core/faults';
import type { AccentFacts } from '@caesura/core/sound';

/** All cuts with the effects that are tied to each. */
export function SoundCuts({
  count,
  accents,
  faults,
  cut,
}: {
  count: number;
  accents: readonly AccentFacts[];
  faults: readonly Fault[];
  cut: number;
}) {
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    list.current?.querySelector('.is-open')?.scrollIntoView({ block: 'nearest' });
  }, [cut]);
  return (
    <nav className="cut-list" aria-label="Cuts" ref={list}>
      {Array.from({ length: count }, (_, i) => i + 1).map((number) => {
        const names = accents.filter(({ at }) => at.cut === number).map(({ effect }) => effect.name);
        const wrong = faults.some((fault) => fault.cut === number);
        return (
          <Link
            key={number}
            to={`../sound/${number}`}
            className={number === cut ? 'is-open' : ''}
            aria-current={number === cut ? 'true' : undefined}
          >
            <span className="figures">{number}</span>
            <b className={names.length === 0 ? 'is-none' : undefined}>{names.join(', ') || '–'}</b>
            {wrong && <span className="figures wrong">fault</span>}
          </Link>
        );
      })}
    </nav>
  );
}
