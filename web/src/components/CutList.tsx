import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';

/** What a list says of one cut. */
export interface CutRow {
  /** What happens there; null for nothing. */
  readonly name: ReactNode;
  readonly figures?: string;
  /** What is wrong there, in as few words as fit, in place of the figures. */
  readonly wrong?: string | undefined;
}

/**
 * All cuts of the film with what happens at each; each leads to a step of the work at that cut. The
 * first row is cut 1.
 */
export function CutList({
  step,
  rows,
  cut,
}: {
  step: 'moves' | 'sound';
  rows: readonly CutRow[];
  cut: number;
}) {
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    list.current?.querySelector('.is-open')?.scrollIntoView({ block: 'nearest' });
  }, [cut]);
  return (
    <nav className="cut-list" aria-label="Cuts" ref={list}>
      {rows.map(({ name, figures, wrong }, i) => (
        <Link
          key={i}
          to={`../${step}/${i + 1}`}
          className={i + 1 === cut ? 'is-open' : ''}
          aria-current={i + 1 === cut ? 'true' : undefined}
        >
          <span className="figures">{i + 1}</span>
          <b className={name === null ? 'is-none' : undefined}>{name ?? '–'}</b>
          {(wrong ?? figures) && (
            <span className={wrong ? 'figures wrong' : 'figures'}>{wrong ?? figures}</span>
          )}
        </Link>
      ))}
    </nav>
  );
}
