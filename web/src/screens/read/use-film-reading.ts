import { useEffect, useMemo, useState } from 'react';
import type { HowRead } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { askJson } from '../../app/http.ts';
import { usePlansQuery, type StoredPlan } from '../../app/api.ts';
import type { FilmPlan, FilmReader, MatchedFilm } from '../../workers/film-reader.ts';
import { startFilmReader } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** How a film is read; clips are those of the plan that it is laid beside. */
export type Reading = Omit<HowRead, 'clips'>;

/** What came of some work: not yet, a value, or an error. */
export type Come<T> =
  | { readonly is: 'coming' }
  | { readonly is: 'here'; readonly value: T }
  | { readonly is: 'failed'; readonly error: CaesuraError };

const failure = (error: unknown): CaesuraError =>
  error instanceof CaesuraError
    ? error
    : new CaesuraError('unread', error instanceof Error ? error.message : String(error));

/** Runs work anew whenever it is another, and drops what is overtaken. */
function useCome<T>(work: ((signal: AbortSignal) => Promise<T>) | null): Come<T> {
  const [come, setCome] = useState<{ of: typeof work; state: Come<T> }>();
  useEffect(() => {
    if (!work) return undefined;
    const over = new AbortController();
    const set = (state: Come<T>) => {
      if (!over.signal.aborted) setCome({ of: work, state });
    };
    work(over.signal).then(
      (value) => set({ is: 'here', value }),
      (error: unknown) => set({ is: 'failed', error: failure(error) }),
    );
    return () => over.abort();
  }, [work]);
  return work && come?.of === work ? come.state : { is: 'coming' };
}

/** Most plans among whose clips the media of a film are looked for by itself. */
const LOOKED_IN = 12;

/** A plan with its id. */
export interface OpenPlan {
  readonly id: string;
  readonly plan: Plan;
}

const planById = async (id: string): Promise<OpenPlan> => {
  const { plan } = await askJson<StoredPlan>('GET', `/api/plans/${id}`);
  return { id, plan };
};

/** Of some plans the one with most clips of a film; null where none has any. */
async function planWithMost(
  text: string,
  ids: readonly string[],
  signal: AbortSignal,
): Promise<OpenPlan | null> {
  const plans = await Promise.all(ids.map(planById));
  const found = await inWorker<FilmReader, number[]>(
    startFilmReader,
    (worker) =>
      worker.found(
        text,
        plans.map(({ plan }) => plan),
      ),
    signal,
  );
  const most = Math.max(0, ...found);
  return most > 0 ? plans[found.indexOf(most)]! : null;
}

type Look = (signal: AbortSignal) => Promise<OpenPlan | null>;

/**
 * The search for the plan with the clips of a film: the one that is asked for, “none” for no plan,
 * or of those named in `last` the one with most; null while they are not known.
 */
function lookFor(text: string, asked: string | null, last: string | null): Look | null {
  if (asked === 'none') return () => Promise.resolve(null);
  if (asked !== null) return () => planById(asked);
  return last === null
    ? null
    : (signal) => planWithMost(text, last.split(' ').filter(Boolean), signal);
}

/** The plan whose clips and music a film is read with; see `lookFor`. */
export function useOpenPlan(text: string, asked: string | null): Come<OpenPlan | null> {
  const { data: list, error } = usePlansQuery();
  const readable = list?.filter(({ unreadable }) => unreadable === null);
  const ids = readable?.slice(0, LOOKED_IN).map(({ id }) => id);
  const last = ids?.join(' ') ?? (error ? '' : null);
  return useCome(useMemo(() => lookFor(text, asked, last), [text, asked, last]));
}

/** What a film is read with: its text, how, and the plan that it is laid beside. */
interface ReadWith {
  readonly text: string;
  readonly how: Reading;
  readonly open: Come<OpenPlan | null>;
}

/** The plan that a film is laid beside; undefined while that is not known. */
const besideOf = (open: Come<OpenPlan | null>): Plan | null | undefined =>
  open.is === 'coming' ? undefined : open.is === 'here' ? (open.value?.plan ?? null) : null;

/** A film that is read, with the clips that its media may be. */
export function useMatchedFilm({ text, how, open }: ReadWith): Come<MatchedFilm> {
  const beside = besideOf(open);
  const work = useMemo(
    () =>
      beside === undefined
        ? null
        : (signal: AbortSignal) =>
            inWorker<FilmReader, MatchedFilm>(
              startFilmReader,
              (worker) => worker.read(text, how, beside),
              signal,
            ),
    [text, how, beside],
  );
  return useCome(work);
}

/** The plan of a film with clips chosen for its media. */
export function useFilmPlan(
  { text, how, open }: ReadWith,
  chosen: Readonly<Record<number, string | null>>,
): Come<FilmPlan> {
  const beside = besideOf(open);
  const work = useMemo(
    () =>
      beside === undefined
        ? null
        : (signal: AbortSignal) =>
            inWorker<FilmReader, FilmPlan>(
              startFilmReader,
              (worker) => worker.plan(text, how, beside, chosen),
              signal,
            ),
    [text, how, beside, chosen],
  );
  return useCome(work);
}
