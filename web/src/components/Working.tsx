import { useEffect } from 'react';
import { speak } from '../app/spoken.ts';
import { Progress } from './Progress.tsx';

/** What is being done, how far it is, and a button to stop it. */
export function Working({
  what,
  fraction,
  onStop,
}: {
  what: string;
  fraction: number | null;
  onStop: () => void;
}) {
  const percent = fraction === null ? null : Math.round(100 * fraction);
  const quarter = percent === null ? 0 : Math.floor(percent / 25) * 25;
  useEffect(() => speak(`${what}${quarter > 0 ? `, ${quarter} per cent` : ''}`), [what, quarter]);
  return (
    <div className="working">
      <p>
        {what}
        {percent !== null && <span className="figures"> {percent} %</span>}
      </p>
      <Progress percent={percent} label={what} />
      <button type="button" className="btn btn-outline-dark btn-sm" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
