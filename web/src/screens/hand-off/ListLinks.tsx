import { Download } from 'lucide-react';
import { LIST_FILES, safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { shiftsOf } from '../../app/clip-analyses.ts';
import { download } from '../../app/download.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Lists that go with the film: markers, words, sections. */
export function ListLinks({ plan }: { plan: Plan }) {
  const dispatch = useAppDispatch();
  return (
    <ul className="receipts">
      {LIST_FILES.map(({ id, name, purpose, ending, mediaType, write }) => (
        <li key={id}>
          <button
            type="button"
            className="btn btn-link btn-sm"
            title={purpose}
            onClick={() => {
              shiftsOf(plan.clips)
                .then((shiftOf) =>
                  download(safeFileName(plan.name, ending), write(plan, shiftOf), mediaType),
                )
                .catch((error: unknown) => dispatch(problem(error)));
            }}
          >
            <Download size={14} aria-hidden /> {name}
          </button>
        </li>
      ))}
    </ul>
  );
}
