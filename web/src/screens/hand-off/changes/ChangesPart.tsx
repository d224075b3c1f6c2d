import { Download, Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { compared } from '../../../app/compare.ts';
import { useRoving } from '../../../components/use-roving.ts';
import {
  changesCsv,
  changesOf,
  changesPage,
  safeFileName,
  type Change,
} from '@caesura/core/handoff';
import { filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { usePlansQuery, type StoredPlan } from '../../../app/api.ts';
import { download } from '../../../app/download.ts';
import { counted, timecodeAt } from '../../../app/format.ts';
import { useEdit, usePlan } from '../../../app/hooks.ts';
import { askJson } from '../../../app/http.ts';
import { problem } from '../../../app/notices.ts';
import { useAppDispatch } from '../../../app/store.ts';
import { PrintedPage } from '../../../components/PrintedPage.tsx';
import { GhostStrip } from './GhostStrip.tsx';
import { VersionList } from './VersionList.tsx';

/** What the open plan is held against. */
interface Other {
  readonly name: string;
  readonly plan: Plan;
  /** The version that it is; null for another plan. */
  readonly version: number | null;
}

/** Changes that are listed; all of them are in the table to keep. */
const SHOWN = 300;

function ChangeTable({
  changes,
  plan,
  open,
  onOpen,
  onTake,
}: {
  changes: readonly Change[];
  plan: Plan;
  open: Change | null;
  onOpen: (change: Change) => void;
  onTake: ((change: Change) => void) | null;
}) {
  const shown = changes.slice(0, SHOWN);
  const roving = useRoving(shown.length);
  return (
    <Table size="sm" className="proof-table">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">At</th>
          <th scope="col">In words</th>
          {onTake && <th scope="col">Take</th>}
        </tr>
      </thead>
      {/* The keys are those of the buttons inside it. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
      <tbody onKeyDown={roving.onKeyDown}>
        {shown.map((change, i) => (
          <tr key={i} className={change === open ? 'is-open' : undefined}>
            <td>{change.kind}</td>
            <td className="figures">
              <button
                type="button"
                className="btn btn-link btn-sm"
                {...roving.stop(i)}
                onClick={() => onOpen(change)}
              >
                {timecodeAt(change.frame, plan)}
              </button>
            </td>
            <td>{change.words}</td>
            {onTake && (
              <td>
                {change.kind !== 'film' && (
                  <Button
                    size="sm"
                    variant="outline-dark"
                    tabIndex={roving.stop(i).tabIndex}
                    aria-label={`Take: ${change.words}`}
                    onClick={() => onTake(change)}
                  >
                    Take
                  </Button>
                )}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** The open plan against another version: what is otherwise, and taking it one by one. */
function Compared({ plan, other }: { plan: Plan; other: Other }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const [printed, setPrinted] = useState<string | null>(null);
  const [since, setSince] = useState(false);
  const [open, setOpen] = useState<Change | null>(null);
  const [was, is] = since ? [other.plan, plan] : [plan, other.plan];
  const changes = useMemo(() => changesOf(was, is), [was, is]);
  const title = since ? `What changed since “${other.name}”` : `What “${other.name}” has otherwise`;
  return (
    <section className="sheet" aria-label="Changes">
      <div className="page-head">
        <h2>{title}</h2>
        <p>{counted(changes.length, 'change')}</p>
        {other.version !== null && (
          <Button variant="outline-dark" onClick={() => edit('takeVersion', other.plan)}>
            Go back to it
          </Button>
        )}
        <Button
          variant="outline-dark"
          onClick={() => {
            dispatch(compared({ name: other.name, plan: other.plan }));
            void navigate(`/plans/${id}/score`);
          }}
        >
          On the score
        </Button>
        <Button
          variant="outline-dark"
          onClick={() => setPrinted(changesPage(is, since ? other.name : plan.name, changes))}
        >
          <Printer size={16} aria-hidden /> Print
        </Button>
        <Button
          variant="outline-dark"
          onClick={() =>
            download(
              safeFileName(`${plan.name} changes`, 'csv'),
              changesCsv(is, changes),
              'text/csv',
            )
          }
        >
          <Download size={16} aria-hidden /> CSV
        </Button>
      </div>
      <Form.Check
        id="changes-since"
        type="switch"
        label="Seen from the other: what changed since it"
        checked={since}
        onChange={({ target }) => setSince(target.checked)}
      />
      <GhostStrip was={filmOf(was).shots} is={filmOf(is).shots} changes={changes} open={open} />
      {changes.length === 0 ? (
        <p role="status">Both are the same, frame by frame.</p>
      ) : (
        <ChangeTable
          changes={changes}
          plan={is}
          open={open}
          onOpen={setOpen}
          onTake={since ? null : (change) => edit('takeChange', other.plan, change)}
        />
      )}
      {printed !== null && (
        <PrintedPage
          title="The change list to print"
          html={printed}
          onDone={() => setPrinted(null)}
        />
      )}
    </section>
  );
}

/** What changed between versions of the plan, or between it and another. */
export function ChangesPart() {
  const plan = usePlan();
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { data: plans } = usePlansQuery();
  const [other, setOther] = useState<Other | null>(null);
  const hold = (url: string, name: string, version: number | null) => {
    askJson<Pick<StoredPlan, 'plan'>>('GET', url).then(
      ({ plan: found }) => setOther({ name, plan: found, version }),
      (error: unknown) => dispatch(problem(error)),
    );
  };
  return (
    <div className="hand-off">
      <section aria-label="Versions">
        <h3>Versions of this plan</h3>
        <VersionList
          id={id}
          open={other?.version ?? null}
          onOpen={({ number, name, revision }) =>
            hold(`/api/plans/${id}/versions/${number}`, name ?? `revision ${revision}`, number)
          }
        />
        <h3>Another plan</h3>
        <Form.Select
          size="sm"
          aria-label="Another plan"
          value=""
          onChange={({ target }) => {
            const found = plans?.find((one) => one.id === target.value);
            if (found) hold(`/api/plans/${found.id}`, found.name, null);
          }}
        >
          <option value="">choose a plan, such as a film that came back</option>
          {plans
            ?.filter((one) => one.id !== id && one.unreadable === null)
            .map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
        </Form.Select>
      </section>
      {other ? (
        <Compared plan={plan} other={other} />
      ) : (
        <section className="sheet empty" aria-label="Changes">
          <h2>Choose what to hold the plan against</h2>
          <p>
            A version that was kept, or another plan. A film that came back is read beside this plan
            first; then it is in the list.
          </p>
        </section>
      )}
    </div>
  );
}
