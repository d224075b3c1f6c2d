import { Link } from 'react-router';

/** What is shown in place of a score before there is one. */
export const NotLaidOut = ({ hasMusic }: { hasMusic: boolean }) => (
  <div className="empty">
    <h2>Not laid out yet</h2>
    <p>
      {hasMusic
        ? 'Choose a pace above and lay out, or let three layouts be proposed: the cuts land on the cues, and the film is the target to the frame.'
        : 'Add music in Listen so that cuts can land on its beats, or give the pace in seconds or frames, then lay out.'}
    </p>
    {!hasMusic && (
      <Link className="btn btn-outline-dark" to="../listen">
        To Listen
      </Link>
    )}
  </div>
);
