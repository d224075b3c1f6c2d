import { useRouteError } from 'react-router';
import { PlainShell } from './PlainShell.tsx';

/** Shown instead of a screen that broke. What was saved is not touched by it. */
export function ErrorScreen() {
  const error = useRouteError();
  return (
    <PlainShell title="A screen that could not be shown">
      <div className="empty" role="alert">
        <h2>This screen could not be shown.</h2>
        <p>{error instanceof Error ? error.message : String(error)}</p>
        <p>
          Your work is kept by the browser and the server. Load the page again, or go back to the
          plans.
        </p>
        <button type="button" className="btn btn-dark" onClick={() => window.location.reload()}>
          Load it again
        </button>
        <a className="btn btn-outline-dark" href="/plans">
          All plans
        </a>
      </div>
    </PlainShell>
  );
}
