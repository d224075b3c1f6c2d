import type { Handle } from '@caesura/core/joins';
import type { ShotFacts } from '@caesura/core/film';

/** What one side has beyond its cut and what of it is needed, in source frames. */
export function HandleBar({
  facts,
  handle,
  needed,
}: {
  facts: ShotFacts;
  handle: Handle | null;
  needed: number;
}) {
  if (!handle || !facts.clip) return <div className="handle-bar">No clip</div>;
  const { side, there, spare } = handle;
  const most = Math.max(1, there, handle.needed) * 1.1;
  const part = (n: number) => `${(100 * Math.max(0, n)) / most}%`;
  return (
    <div className={`handle-bar is-${side}`}>
      <div>
        <span>
          {facts.clip.name}, {side === 'out' ? 'after the cut' : 'before it'}
        </span>
        <span className="figures">
          needs {handle.needed} · has {there} source frames
        </span>
      </div>
      <div className="handle-track" aria-hidden="true">
        <i className="handle-needed" style={{ width: part(Math.min(handle.needed, there)) }} />
        <i className="handle-spare" style={{ left: part(handle.needed), width: part(spare) }} />
        {spare < 0 && (
          <i className="handle-missing" style={{ left: part(there), width: part(-spare) }} />
        )}
        <b style={{ left: part(there) }} />
      </div>
      <p className={spare < 0 ? 'wrong' : ''}>
        {spare < 0
          ? `${-spare} missing: it lasts ${handle.lasts} of ${needed} plan frames`
          : `spare ${spare}`}
      </p>
    </div>
  );
}
