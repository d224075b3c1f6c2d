import { useEffect } from 'react';
import { Toast, ToastContainer } from 'react-bootstrap';
import { useRestorePlanMutation } from '../api.ts';
import { dismissed, noticed, type Notice } from '../notices.ts';
import { tryServer } from '../server-watch.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';

function OneNotice({ notice }: { notice: Notice }) {
  const dispatch = useAppDispatch();
  const [restorePlan] = useRestorePlanMutation();
  const close = () => dispatch(dismissed(notice.id));
  const restore = async () => {
    close();
    const { error } = await restorePlan(notice.restore!);
    if (error)
      dispatch(noticed({ kind: 'error', message: (error as { message: string }).message }));
  };
  return (
    <Toast
      onClose={close}
      className={`notice notice-${notice.kind}`}
      role={notice.kind === 'error' ? 'alert' : 'status'}
    >
      <Toast.Body>
        <p>
          <b>{notice.message}</b> {notice.mend}
        </p>
        {notice.restore && (
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            onClick={() => void restore()}
          >
            Undo
          </button>
        )}
        {notice.until === 'server' && (
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            onClick={() => void tryServer()}
          >
            Try now
          </button>
        )}
        <button type="button" className="btn-close" aria-label="Close" onClick={close} />
      </Toast.Body>
    </Toast>
  );
}

/** Errors with their mend, and what was done and can be taken back. Escape closes the last one. */
export function Notices() {
  const dispatch = useAppDispatch();
  const notices = useAppSelector((state) => state.notices);
  const last = notices.at(-1);
  useEffect(() => {
    if (!last) return undefined;
    const close = (event: KeyboardEvent) => event.key === 'Escape' && dispatch(dismissed(last.id));
    document.addEventListener('keydown', close);
    return () => document.removeEventListener('keydown', close);
  }, [dispatch, last]);
  return (
    <ToastContainer className="notices" position="bottom-start">
      {notices.map((notice) => (
        <OneNotice key={notice.id} notice={notice} />
      ))}
    </ToastContainer>
  );
}
