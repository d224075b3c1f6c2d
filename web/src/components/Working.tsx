import { ProgressBar } from 'react-bootstrap';

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
  const percent = fraction === null ? 100 : Math.round(100 * fraction);
  return (
    <div className="working" role="status">
      <p>
        {what}
        {fraction !== null && <span className="figures"> {percent} %</span>}
      </p>
      <ProgressBar
        now={percent}
        animated={fraction === null}
        striped={fraction === null}
        aria-label={what}
      />
      <button type="button" className="btn btn-outline-dark btn-sm" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
