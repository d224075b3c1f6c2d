import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { CaesuraError } from '@caesura/core/time';
import {
  useFreeStorageMutation,
  useRestorePlanMutation,
  useStorageQuery,
  type ApiError,
} from '../../app/api.ts';
import { counted, megabytes } from '../../app/format.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });

/** How much is kept, what was deleted and can be brought back, and freeing what is not needed. */
export function KeptHere() {
  const dispatch = useAppDispatch();
  const [isOpen, setOpen] = useState(false);
  const { data: storage } = useStorageQuery(undefined, { refetchOnMountOrArgChange: true });
  const [restore] = useRestorePlanMutation();
  const [freeStorage, { isLoading }] = useFreeStorageMutation();
  if (!storage) return null;
  const { database, media, unused, deleted } = storage;
  const tell = ({ code, message, mend }: ApiError) =>
    dispatch(problem(new CaesuraError(code, message, mend)));
  const free = async (deletedPlans: boolean) => {
    const { data, error } = await freeStorage({ deletedPlans });
    if (!data) return void tell(error as ApiError);
    const gone = [
      data.plans > 0 && counted(data.plans, 'deleted plan'),
      `${counted(data.files, 'file')} of ${megabytes(data.bytes)}`,
    ].filter(Boolean);
    dispatch(noticed({ kind: 'done', message: `Freed: ${gone.join(' and ')}.` }));
    return undefined;
  };
  return (
    <section className="kept-here" aria-label="Kept here">
      <p>
        Plans {megabytes(database)}, sound and pictures {megabytes(media.bytes)}
        {unused.files > 0 && `, of that ${megabytes(unused.bytes)} to which nothing refers`}
        {deleted.length > 0 && `; ${counted(deleted.length, 'deleted plan')}`}.
        <Button variant="link" size="sm" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Less' : 'Bring back or free'}
        </Button>
      </p>
      {isOpen && (
        <>
          {deleted.length > 0 && (
            <ul>
              {deleted.map(({ id, name, until }) => (
                <li key={id}>
                  <b>{name}</b>
                  <span>until {day.format(new Date(until))}</span>
                  <Button
                    variant="outline-dark"
                    size="sm"
                    onClick={() =>
                      void restore(id).then(({ error }) => error && tell(error as ApiError))
                    }
                  >
                    Bring back
                  </Button>
                </li>
              ))}
            </ul>
          )}
          <p>
            Files to which no plan, no version and no deleted plan has referred for thirty days go
            by themselves. Freed now, an undo that brings their clip back shows no pictures until
            its file is dropped again.
          </p>
          <div className="buttons">
            <Button variant="outline-dark" disabled={isLoading} onClick={() => void free(false)}>
              Free what nothing refers to
            </Button>
            {deleted.length > 0 && (
              <Button variant="outline-dark" disabled={isLoading} onClick={() => void free(true)}>
                Free that and the deleted plans
              </Button>
            )}
          </div>
        </>
      )}
    </section>
  );
}
