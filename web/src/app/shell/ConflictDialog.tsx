import { Button, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { useCreatePlanMutation } from '../api.ts';
import { forgetHistory } from '../history-store.ts';
import { problem } from '../notices.ts';
import { takeOther } from '../open-plan.ts';
import { kept } from '../save-state.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';

/**
 * Shown when the plan was changed or deleted elsewhere: nothing is written until one of two ways is
 * chosen.
 */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { save, history } = useAppSelector((state) => state);
  const [createPlan] = useCreatePlanMutation();
  const plan = history.present?.plan;
  const gone = save.status === 'gone';
  if ((save.status !== 'conflict' && !gone) || !save.id || !plan) return null;
  const id = save.id;
  const leave = async () => {
    await forgetHistory(id);
    dispatch(kept({ id, revision: save.revision, plan }));
    await navigate('/plans');
  };

  const take = () =>
    void takeOther(id, dispatch).catch((error: unknown) => dispatch(problem(error)));
  const keep = async () => {
    const { data, error } = await createPlan({
      ...plan,
      name: `${plan.name.slice(0, 112)} (mine)`,
    });
    if (!data) return void dispatch(problem(new Error((error as { message: string }).message)));
    await forgetHistory(id);
    // What was on screen is safe in the copy, so leaving the old plan loses nothing.
    dispatch(kept({ id, revision: save.revision, plan }));
    await navigate(`/plans/${data.id}/score`);
  };
  return (
    <Modal show backdrop="static" keyboard={false} centered aria-labelledby="conflict">
      <Modal.Header>
        <Modal.Title id="conflict">
          {gone ? 'Not on the server any more' : 'Changed in two places'}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>{save.problem}</p>
        <p className="mb-0">
          {gone
            ? 'Nothing is lost yet: your version is on this screen. It may have been deleted elsewhere.'
            : 'Nothing is lost yet: your version is on this screen, the other one is saved.'}
        </p>
      </Modal.Body>
      <Modal.Footer>
        {gone ? (
          <Button variant="outline-dark" onClick={() => void leave()}>
            Let it go
          </Button>
        ) : (
          <Button variant="outline-dark" onClick={take}>
            Take the other version
          </Button>
        )}
        <Button variant="dark" onClick={() => void keep()}>
          Keep mine as a copy
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
