import { Copy, FilePlus2, Trash2 } from 'lucide-react';
import { proxy } from 'comlink';
import { useCallback } from 'react';
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
import { useServerBack } from '../../app/use-server-back.ts';
import { PlainShell } from '../../app/shell/PlainShell.tsx';
import { useAppDispatch } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { DropArea, FileButton } from '../../components/DropArea.tsx';
import { Working } from '../../components/Working.tsx';
import { FilmRow } from '../../components/FilmRow.tsx';
import { IconButton } from '../../components/IconButton.tsx';
import { MiniScore } from '../../components/MiniScore.tsx';
import { incomingOf, putIncoming } from '../../files/incoming.ts';
import type { ProjectWorker } from '../../workers/project-worker.ts';
import { startProjectWorker } from '../../workers/start.ts';
import { KeptHere } from './KeptHere.tsx';
import { FirstWay } from './FirstWay.tsx';

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
  useServerBack(useCallback(() => void refetch(), [refetch]));
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
  const task = useTask();

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
  const openProject = (file: File) =>
    task.run(async (onStage, signal) => {
      const what = `Opening ${file.name}`;
      onStage(what, 0);
      const { inWorker } = await import('../../workers/task.ts');
      const plan = await inWorker<ProjectWorker, Plan>(
        startProjectWorker,
        (worker) =>
          worker.openProject(
            file,
            proxy((part: number) => onStage(what, part)),
          ),
        signal,
      );
      await create(plan, 'score');
    });
  /** A plan is opened; a film that was cut elsewhere goes to the reading screen. */
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      if (/\.zip$/i.test(file.name)) {
        openProject(file);
        return;
      }
      const incoming = await incomingOf(file);
      const { formOf } = await import('@caesura/core/handoff');
      if (formOf(incoming.text) === 'plan') {
        const { planOfText } = await import('../../files/plan-of-text.ts');
        await create(planOfText(incoming), 'score');
        return;
      }
      putIncoming(incoming);
      await navigate('/read');
    } catch (error) {
      dispatch(problem(error));
    }
  };
  return (
    <PlainShell title="Plans">
      <DropArea hint="Drop a plan or a cut here" onFiles={([file]) => void take(file)}>
        <div className="narrow">
          <div className="page-head">
            <h2>Plans</h2>
            <FileButton
              label="Import a plan or a cut"
              accept=".json,.zip,.otio,.edl,.csv,.txt,application/json,text/csv,text/plain"
              variant="outline-dark"
              onFiles={([file]) => void take(file)}
            />
            <Link className="btn btn-outline-dark" to="/read">
              Paste a cut
            </Link>
            <Button variant="dark" onClick={() => void createEmpty()}>
              <FilePlus2 size={16} /> New plan
            </Button>
          </div>
          {task.working && <Working {...task.working} onStop={task.stop} />}
          <FirstWay />
          <PlanList />
          <KeptHere />
        </div>
      </DropArea>
    </PlainShell>
  );
}
