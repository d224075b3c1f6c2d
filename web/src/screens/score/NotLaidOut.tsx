import { lengthContext } from '@caesura/core/film';
import { paceCounts } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useEdit } from '../../app/hooks.ts';

/** A pace that counts without music. */
const PLAIN_PACE = '1s';

/** What is shown in place of a score before there is one, with what the pace needs to count. */
export function NotLaidOut({ plan }: { plan: Plan }) {
  const edit = useEdit();
  const counts = paceCounts(plan.pace, lengthContext(plan));
  return (
    <div className="empty">
      <h2>Not laid out yet</h2>
      <p>
        {plan.music
          ? 'Choose a pace above and lay out, or let three layouts be proposed: the cuts land on the cues, and the film is the target to the frame.'
          : counts
            ? 'Without music the cuts go by the pace and the clips, and the film is the target to the frame. With music they land on its cues.'
            : `A pace of ${plan.pace} does not count without music. Add it in Listen, so that cuts can land on its beats, or take a pace in seconds or frames.`}
      </p>
      {!plan.music && (
        <div className="buttons">
          <Link className="btn btn-outline-dark" to="../listen">
            To Listen
          </Link>
          {!counts && (
            <Button
              variant="outline-dark"
              onClick={() => edit('changeBrief', { pace: PLAIN_PACE })}
            >
              A pace of one second
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
