import { Button, ButtonGroup } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { compared, type Compared } from '../../app/compare.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';

interface Props {
  readonly plan: Plan;
  readonly other: Compared | null;
  readonly showsOther: boolean;
  readonly onShow: (other: boolean) => void;
}

/** The plan against another version of it: as it was before the last change, or as it was kept. */
export function ComparePanel({ plan, other, showsOther, onShow }: Props) {
  const dispatch = useAppDispatch();
  const before = useAppSelector((state) => state.history.past.at(-1) ?? null);
  const label = useAppSelector((state) => state.history.present?.label ?? null);
  const keep = (name: string, version: Plan) => dispatch(compared({ name, plan: version }));
  return (
    <>
      <ButtonGroup aria-label="Version" className="versions">
        <Button
          variant="outline-dark"
          active={!showsOther}
          aria-pressed={!showsOther}
          onClick={() => onShow(false)}
          title="The plan as it is (B)"
        >
          A: as it is
        </Button>
        <Button
          variant="outline-dark"
          active={showsOther}
          aria-pressed={showsOther}
          disabled={!other}
          onClick={() => onShow(true)}
          title="The other version (B)"
        >
          B: {other?.name ?? 'none yet'}
        </Button>
      </ButtonGroup>
      <div className="buttons">
        <Button
          variant="link"
          size="sm"
          onClick={() => keep(`kept at ${new Date().toTimeString().slice(0, 5)}`, plan)}
        >
          Keep this as B
        </Button>
        {before && (
          <Button
            variant="link"
            size="sm"
            onClick={() =>
              keep(label ? `before “${label}”` : 'before the last change', before.plan)
            }
          >
            B is before the last change
          </Button>
        )}
      </div>
    </>
  );
}
