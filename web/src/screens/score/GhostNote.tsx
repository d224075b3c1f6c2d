import { compared } from '../../app/compare.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';

/** Says whose cuts stand on the score as ghosts, and puts them away. */
export function GhostNote() {
  const dispatch = useAppDispatch();
  const other = useAppSelector((state) => state.compare);
  if (!other) return null;
  return (
    <p className="ghost-note" role="status">
      Dotted strokes are cuts of “{other.name}”.{' '}
      <button
        type="button"
        className="btn btn-link btn-sm"
        onClick={() => dispatch(compared(null))}
      >
        Put them away
      </button>
    </p>
  );
}
