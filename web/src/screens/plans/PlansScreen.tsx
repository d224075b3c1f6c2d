import { Copy, FilePlus2, Trash2, Upload } from 'lucide-react';
import { useRef } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, rateLabel } from '@caesura/core/time';
import {
  useCopyPlanMutation,
  useCreatePlanMutation,
  useDeletePlanMutation,
  usePlansQuery,
  type ApiError,
  type PlanSummary,
} from '../../app/api.ts';
import { counted, lengthTimecode } from '../../app/format.ts';
import { noticed, problem } from '../../app/notices.ts';
import { PlainShell } from '../../app/shell/PlainShell.tsx';
import { useAppDispatch } from '../../app/store.ts';
import { FilmRow } from '../../components/FilmRow.tsx';
import { IconButton } from '../../components/IconButton.tsx';
import { MiniScore } from '../../components/MiniScore.tsx';
import { FirstWay } from './FirstWay.tsx';

/** A plan file of a film of many hours is a few megabytes. */
const LARGEST_PLAN_FILE = 64e6;

async function planOfFile(file: File) {
  const mend = 'Choose a plan that was written in Hand-off, a file ending in .json.';
  if (file.size > LARGEST_PLAN_FILE)
    throw new CaesuraError('bad-plan', `“${file.name}” is too large to be a plan.`, mend);
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    throw new CaesuraError('bad-plan', `“${file.name}” is not a plan: it is not JSON.`, mend);
  }
  const { readPlan } = await import('@caesura/core/plan');
  return readPlan(json);
}

const changed = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A plan that cannot be opened, with why, and what can be done about it. */
function UnreadableRow({ plan, onDelete }: { plan: PlanSummary; onDelete: () => void }) {
  return (
    <li className="plan-row">
      <div className="plan-link plan-unreadable" role="alert">
        <span className="plan-name">
          <b>{plan.name}</b>
          <span className="wrong">{plan.unreadable}</span>
        </span>
        <span className="plan-facts">
          <a href={`/api/plans/${plan.id}/document`} download={`${plan.name}.json`}>
            Keep its document as a file
          </a>
          <span>{changed.format(new Date(plan.changedAt))}</span>
        </span>
      </div>
      <IconButton name={`Delete ${plan.name}`} hint="Delete" onClick={onDelete}>
        <Trash2 size={17} />
      </IconButton>
    </li>
  );
}

function PlanRow({ plan }: { plan: PlanSummary }) {
  const dispatch = useAppDispatch();
  const [copyPlan] = useCopyPlanMutation();
  const [deletePlan] = useDeletePlanMutation();
  const copy = async () => {
    const { data, error } = await copyPlan(plan.id);
    dispatch(
      data
        ? noticed({ kind: 'done', message: `Copied as “${data.plan.name}”.` })
        : failed(error as ApiError),
    );
  };
  const remove = async () => {
    const { error } = await deletePlan(plan.id);
    const done = noticed({
      kind: 'done',
      message: `“${plan.name}” was deleted.`,
      restore: plan.id,
    });
    dispatch(error ? failed(error as ApiError) : done);
  };
  if (plan.unreadable !== null) return <UnreadableRow plan={plan} onDelete={() => void remove()} />;
  return (
    <li className="plan-row">
      <Link to={`/plans/${plan.id}/score`} className="plan-link">
        <div className="plan-pictures">
          {plan.pictures.length > 0 && <FilmRow pictures={plan.pictures} size={plan.size} />}
          <MiniScore shots={plan.shots} length={plan.length} />
        </div>
        <span className="plan-name">
          <b>{plan.name}</b>
          <span>{plan.client || 'no client'}</span>
        </span>
        <span className="plan-facts">
          <span className="figures">{lengthTimecode(plan.length ?? plan.target, plan)}</span>
          <span>
            {rateLabel(plan.rate)} fps{plan.dropFrame ? ' drop-frame' : ''}
          </span>
        </span>
        <span className="plan-facts">
          <span>{plan.length === null ? 'not laid out' : counted(plan.shotCount, 'shot')}</span>
          <span>{changed.format(new Date(plan.changedAt))}</span>
        </span>
      </Link>
      <IconButton name={`Copy ${plan.name}`} hint="Copy" onClick={() => void copy()}>
        <Copy size={17} />
      </IconButton>
      <IconButton name={`Delete ${plan.name}`} hint="Delete" onClick={() => void remove()}>
        <Trash2 size={17} />
      </IconButton>
    </li>
  );
}

const failed = ({ code, message, mend }: ApiError) =>
  problem(new CaesuraError(code, message, mend));

function PlanList() {
  const {
    data: plans,
    error,
    refetch,
  } = usePlansQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error) {
    const { message, mend } = error as ApiError;
    return (
      <div className="empty" role="alert">
        <h2>{message}</h2>
        <p>{mend}</p>
        <Button variant="dark" onClick={() => void refetch()}>
          Try again
        </Button>
      </div>
    );
  }
  if (!plans) return <p className="waiting">Reading the list</p>;
  if (plans.length === 0)
    return (
      <div className="empty">
        <h2>No plans yet</h2>
        <p>Start a new one, or import a plan file.</p>
      </div>
    );
  return (
    <ul className="plan-list">
      {plans.map((plan) => (
        <PlanRow key={plan.id} plan={plan} />
      ))}
    </ul>
  );
}

/** All plans, with a small picture of each score: new, copy, delete with undo, import. */
export default function PlansScreen() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [createPlan] = useCreatePlanMutation();
  const chooser = useRef<HTMLInputElement>(null);

  const create = async (plan: Plan, step: string) => {
    const { data, error } = await createPlan(plan);
    if (!data) return void dispatch(failed(error as ApiError));
    await navigate(`/plans/${data.id}/${step}`);
  };
  const createEmpty = async () => {
    // The plan's schema is large; the list itself does without it.
    const { newPlan } = await import('@caesura/core/plan');
    await create(newPlan('New plan'), 'brief');
  };
  const importFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      await create(await planOfFile(file), 'score');
    } catch (error) {
      dispatch(problem(error));
    }
  };
  return (
    <PlainShell>
      <div className="narrow">
        <div className="page-head">
          <h2>Plans</h2>
          <Button variant="outline-dark" onClick={() => chooser.current?.click()}>
            <Upload size={16} /> Import
          </Button>
          <Button variant="dark" onClick={() => void createEmpty()}>
            <FilePlus2 size={16} /> New plan
          </Button>
          <input
            ref={chooser}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="Plan file"
            onChange={(event) => {
              void importFile(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </div>
        <FirstWay />
        <PlanList />
      </div>
    </PlainShell>
  );
}
