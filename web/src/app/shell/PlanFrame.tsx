import { Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { useStore } from 'react-redux';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, frames } from '@caesura/core/time';
import { FileQueue } from '../../files/file-queue.ts';
import { takeClipFiles } from '../../files/incoming.ts';
import { FileQueueContext } from '../../files/use-file-queue.ts';
import { FaultsContext, useFaultsOf } from '../faults.ts';
import type { KeyGroup } from '../key-groups.ts';
import { barJumps, jumpFrom, sectionJumps, type Jump } from '../jumps.ts';
import {
  KeyGroupsContext,
  oneKey,
  SIDEWAYS,
  twoKeys,
  UP_AND_DOWN,
  useKeyGroups,
  withControl,
} from '../keys.ts';
import { openPlan } from '../open-plan.ts';
import { tryServer } from '../server-watch.ts';
import { useServerBack } from '../use-server-back.ts';
import { redo, undo } from '../plan-state.ts';
import { speak } from '../spoken.ts';
import { useAppDispatch, useAppSelector, type AppStore } from '../store.ts';
import { cutSelected, helpToggled, keysToggled, paletteToggled, placed } from '../view.ts';
import { wentTo } from '../went.ts';
import { ConflictDialog } from './ConflictDialog.tsx';
import { Footer } from './Footer.tsx';
import { Header } from './Header.tsx';
import { HelpDialog } from './HelpDialog.tsx';
import { KeyList } from './KeyList.tsx';
import { Notices } from './Notices.tsx';
import { Palette } from './Palette.tsx';
import { PlainShell } from './PlainShell.tsx';
import { MAIN_TARGET, SkipLink } from './SkipLink.tsx';
import { Spoken } from './Spoken.tsx';
import { Steps, STEPS } from './Steps.tsx';
import { useTitle } from './use-title.ts';

function useEverywhereKeys(): KeyGroup[] {
  const dispatch = useAppDispatch();
  return useMemo(
    () => [
      { label: 'undo', keys: [{ combo: 'mod+z', cap: 'Ctrl Z', run: () => dispatch(undo()) }] },
      {
        label: 'redo',
        keys: [
          { combo: 'mod+shift+z', cap: 'Ctrl Shift Z', run: () => dispatch(redo()) },
          { combo: 'mod+y', cap: 'Ctrl Y', run: () => dispatch(redo()) },
        ],
      },
      {
        label: 'what to do',
        footer: true,
        keys: [{ combo: 'mod+k', cap: 'Ctrl K', run: () => dispatch(paletteToggled()) }],
      },
      {
        label: 'help on this screen',
        keys: [{ combo: 'f1', cap: 'F1', run: () => dispatch(helpToggled()) }],
      },
      {
        label: 'all keys',
        footer: true,
        keys: [{ combo: '?', cap: '?', printed: true, run: () => dispatch(keysToggled()) }],
      },
    ],
    [dispatch],
  );
}

/** Keys that work everywhere but in fields, where they are letters or go through the text. */
function usePlaceKeys(): KeyGroup[] {
  const store = useStore() as AppStore;
  return useMemo(() => {
    const { dispatch } = store;
    const jump = (places: (plan: Plan) => readonly Jump[], by: 1 | -1) => {
      const { history, view } = store.getState();
      const to = history.present && jumpFrom(places(history.present.plan), view.frame, by);
      if (!to) return;
      dispatch(cutSelected(null));
      dispatch(placed(frames(to.frame)));
      wentTo(to.frame);
      speak(`At ${to.name}, frame ${to.frame}.`);
    };
    return [
      oneKey('go to a cut, a bar, a section', ['g', 'G'], () => dispatch(paletteToggled(true))),
      twoKeys('bar', withControl(SIDEWAYS), (by) => jump(barJumps, by), { footer: false }),
      twoKeys('section', withControl(UP_AND_DOWN), (by) => jump(sectionJumps, by), {
        footer: false,
      }),
    ];
  }, [store]);
}

/** Opens the plan of the address; tells when it is on the screen, or why it cannot be. */
function useOpenedPlan(id: string): { open: boolean; error: CaesuraError | null } {
  const store = useStore() as AppStore;
  const [result, setResult] = useState<{ id: string; error: CaesuraError | null } | null>(null);
  const [tries, setTries] = useState(0);
  const isAway = result?.error?.code === 'no-server';
  // A plan that could not be fetched is fetched when the server is back.
  useServerBack(useCallback(() => isAway && setTries((n) => n + 1), [isAway]));
  useEffect(() => {
    let current = true;
    openPlan(id, store).then(
      () => current && setResult({ id, error: null }),
      (error: unknown) => {
        const told =
          error instanceof CaesuraError ? error : new CaesuraError('unknown', String(error));
        if (current) setResult({ id, error: told });
      },
    );
    return () => {
      current = false;
    };
  }, [id, store, tries]);
  const here = result?.id === id ? result : null;
  return { open: here !== null && here.error === null, error: here?.error ?? null };
}

/**
 * The queue of files of a plan, with those that were handed to it once it is open; what is at work
 * stops when the plan is left.
 */
function useQueueOf(id: string, isOpen: boolean): FileQueue {
  const store = useStore() as AppStore;
  // A new one for each plan, though the store is the same.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const queue = useMemo(() => new FileQueue(store), [id, store]);
  useEffect(() => () => queue.stop(), [queue]);
  useEffect(() => {
    const files = isOpen ? takeClipFiles(id) : [];
    if (files.length > 0) queue.add(files);
  }, [queue, id, isOpen]);
  return queue;
}

function Opening({ error }: { error: CaesuraError | null }) {
  return (
    <PlainShell title="Opening the plan">
      {error ? (
        <div className="empty" role="alert">
          <h2>{error.message}</h2>
          <p>
            {error.code === 'no-server'
              ? 'The plan opens by itself when the server is back.'
              : error.mend}
          </p>
          {error.code === 'no-server' && (
            <button type="button" className="btn btn-dark" onClick={() => void tryServer()}>
              Try now
            </button>
          )}
          <Link className="btn btn-outline-dark" to="/plans">
            All plans
          </Link>
        </div>
      ) : (
        <p className="waiting">Opening the plan</p>
      )}
    </PlainShell>
  );
}

/** Head, steps and foot around a plan's screens, with the plan opened and saved by itself. */
export default function PlanFrame() {
  const { id = '' } = useParams();
  const { open, error } = useOpenedPlan(id);
  const plan = useAppSelector((state) => state.history.present?.plan);
  const [groups, show] = useState<readonly KeyGroup[]>([]);
  const always = useEverywhereKeys();
  const places = usePlaceKeys();
  const everywhere = useMemo(() => [...places, ...always], [places, always]);
  const queue = useQueueOf(id, open);
  const { pathname } = useLocation();
  const screen = STEPS.find(({ path }) => path === pathname.split('/')[3])?.name ?? 'The plan';
  useTitle(plan ? `${screen}, ${plan.name}` : screen);
  const faults = useFaultsOf(open ? plan : undefined);
  useKeyGroups(always, { inFields: true });
  useKeyGroups(places);
  const keyGroups = useMemo(() => ({ groups, show }), [groups]);
  const footerGroups = useMemo(
    () => ({ groups: [...groups, ...everywhere], show }),
    [groups, everywhere],
  );
  if (!open || !plan) return <Opening error={error} />;
  return (
    <KeyGroupsContext value={keyGroups}>
      <FaultsContext value={faults}>
        <div className="shell">
          <SkipLink />
          <Header plan={plan} />
          <Steps plan={plan} />
          <main className="page" {...MAIN_TARGET}>
            <h2 className="visually-hidden">{screen}</h2>
            <Suspense fallback={<p className="waiting">Opening the screen</p>}>
              <FileQueueContext value={queue}>
                <Outlet context={plan} />
              </FileQueueContext>
            </Suspense>
          </main>
          <KeyGroupsContext value={footerGroups}>
            <Footer plan={plan} />
          </KeyGroupsContext>
          <Spoken />
          <Notices />
          <KeyList everywhere={everywhere} />
          <HelpDialog everywhere={everywhere} />
          <Palette plan={plan} everywhere={everywhere} />
          <ConflictDialog />
        </div>
      </FaultsContext>
    </KeyGroupsContext>
  );
}
