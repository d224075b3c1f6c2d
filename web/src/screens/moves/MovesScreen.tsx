import { useCallback, useEffect, useMemo, useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import type { Fault } from '@caesura/core/faults';
import { filmOf } from '@caesura/core/film';
import { PHRASE_KINDS } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { atCuts, cutOf } from '../../app/fault-places.ts';
import { useFaults } from '../../app/faults.ts';
import { usePlan } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { chosenCuts, cutSelected, placed } from '../../app/view.ts';
import { FaultsHere } from '../../components/FaultsHere.tsx';
import { ListColumn } from '../../components/ListColumn.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import type { CopiedKeys } from './copied-keys.ts';
import { ItemPanel } from './ItemPanel.tsx';
import { moveItems, type MoveItem } from './items.ts';
import { MoveColumns } from './MoveColumns.tsx';
import { MoveList } from './MoveList.tsx';
import { MoveStage } from './MoveStage.tsx';
import { useChoice } from './use-choice.ts';
import { useMoveActs } from './use-move-acts.ts';
import { useSelection } from '../../components/use-selection.ts';
import { useStage } from './use-stage.ts';
import { PHRASE_NAMES } from './words.ts';

/** What of the list is shown. */
const FILTERS = { all: 'all', cut: 'cuts', phrase: 'phrases', faults: 'faults' } as const;
type Filter = keyof typeof FILTERS;
const FILTER_NAMES = Object.keys(FILTERS) as Filter[];

/** The key of the item at which a fault is looked at. */
const placeOfFault = (fault: Fault): string =>
  fault.area === 'phrases' ? (fault.target ?? '') : String(cutOf(fault));

/** Goes to an item where its cut or its landing is; an edit of the open one moves nothing. */
function usePositionAt(item: MoveItem | undefined): void {
  const dispatch = useAppDispatch();
  const key = item?.key;
  const frame = item && (item.kind === 'cut' ? item.frame : item.phrase.lands);
  const cut = item?.kind === 'cut' ? item.join.cut : null;
  useEffect(() => {
    if (frame === undefined) return;
    if (cut !== null) dispatch(cutSelected(cut));
    dispatch(placed(frames(Math.max(0, frame))));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dispatch, key]);
}

/**
 * What moves the pictures: every cut and every phrase in one list, the open one large, in columns
 * of frames, and what can be set of all that are chosen.
 */
export default function MovesScreen() {
  const plan = usePlan();
  const navigate = useNavigate();
  const params = useParams();
  const view = useAppSelector((state) => state.view);
  const { frame, cut: selected } = view;
  // What was chosen on the score is chosen here; opening an item lets that go.
  const [stretch] = useState(() => chosenCuts(view).map(String));
  const film = filmOf(plan);
  const items = useMemo(() => moveItems(film), [film]);
  const [filter, setFilter] = useState<Filter>('all');
  const [copied, setCopied] = useState<CopiedKeys | null>(null);
  const [snaps, setSnaps] = useState(false);
  const { all: faults } = useFaults();
  const atMoves = useMemo(() => faults.filter(atCuts), [faults]);
  const wrong = useMemo(() => new Set(atMoves.map(placeOfFault)), [atMoves]);
  const item =
    items.find(({ key }) => key === params.at) ??
    items.find(({ key }) => key === (stretch[0] ?? String(selected))) ??
    items.find(({ key }) => key === String(selected)) ??
    items[0];
  const open = item?.key ?? '';
  // At once, and not when there is time for it: what is pressed next is meant for this cut.
  const go = useCallback(
    (key: string) => void navigate(`../moves/${key}`, { replace: true, flushSync: true }),
    [navigate],
  );
  const listed = useMemo(() => {
    const shows = (kind: Filter) => (each: MoveItem) =>
      kind === 'all' || (kind === 'faults' ? wrong.has(each.key) : each.kind === kind);
    return Object.fromEntries(
      FILTER_NAMES.map((kind) => [kind, items.filter(shows(kind))]),
    ) as unknown as Record<Filter, MoveItem[]>;
  }, [items, wrong]);
  const shown = listed[filter];
  const selection = useSelection(shown, open, go, stretch);
  const chosen = useMemo(
    () => items.filter(({ key }) => selection.keys.has(key)),
    [items, selection.keys],
  );
  const choice = useChoice(chosen);
  usePositionAt(item);
  const byItem = (by: 1 | -1) => {
    const at = shown.findIndex(({ key }) => key === open);
    const next = shown[Math.min(shown.length - 1, Math.max(0, at + by))];
    if (next) selection.choose(next, 'only');
  };
  const toFault = () => {
    const at = items.findIndex(({ key }) => key === open);
    const next = items.find(({ key }, i) => i > at && wrong.has(key)) ?? listed.faults[0];
    if (next) selection.choose(next, 'only');
  };
  const stage = useStage(plan, item, frame);
  const acts = { plan, item, choice, frame, byItem, toFault, go, stage, snaps };
  const { addPhrase } = useMoveActs(acts);

  if (!plan.score || !item)
    return <LayOutFirst title="Nothing to move yet" why="Moves are made at cuts and over shots." />;
  const openCut = item.kind === 'cut' ? item.join.cut : null;
  // A shot whose file runs out matters at its cuts as well.
  const here = faults.filter(
    (fault) =>
      (atCuts(fault) && placeOfFault(fault) === open) ||
      (fault.code === 'source-ends' &&
        openCut !== null &&
        [openCut, openCut - 1].some((shot) => shot === Number(fault.shot))),
  );
  return (
    <div className="moves">
      <ListColumn
        names={FILTERS}
        listed={listed}
        filter={filter}
        onFilter={setFilter}
        chosen={chosen.length}
        onChooseAll={() => selection.chooseAll(shown)}
        acts={
          <Dropdown drop="up">
            <Dropdown.Toggle variant="outline-dark" id="new-phrase">
              New phrase here
            </Dropdown.Toggle>
            <Dropdown.Menu>
              {PHRASE_KINDS.map((kind) => (
                <Dropdown.Item key={kind} as="button" onClick={() => addPhrase(kind)}>
                  {PHRASE_NAMES[kind]}
                </Dropdown.Item>
              ))}
            </Dropdown.Menu>
          </Dropdown>
        }
      >
        <MoveList film={film} items={shown} open={open} selection={selection} wrong={wrong} />
      </ListColumn>
      <section className="move-view" aria-label="The move">
        <MoveStage {...{ film, item, choice, frame, stage }} />
        <MoveColumns
          key={`columns ${open}`}
          {...{ film, item, copied }}
          at={frame}
          onCopy={setCopied}
        />
        <FaultsHere plan={plan} faults={here} />
      </section>
      <ItemPanel {...{ film, item, choice, faults, snaps }} position={frame} onSnaps={setSnaps} />
    </div>
  );
}
