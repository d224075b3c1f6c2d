import { use, useId, useMemo, useState, type KeyboardEvent } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wholeFilm } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import type { KeyGroup } from '../key-groups.ts';
import { KeyGroupsContext } from '../keys.ts';
import {
  controlsOf,
  found,
  historyEntries,
  placesOf,
  sectionEntries,
  type Entry,
  type Goes,
} from '../palette-entries.ts';
import { undo } from '../plan-state.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { cutSelected, paletteToggled, placed } from '../view.ts';
import { wentTo } from '../went.ts';
import { STEPS } from './Steps.tsx';

const keyEntries = (groups: readonly KeyGroup[]): Entry[] =>
  groups
    .filter(({ keys }) => keys.length === 1)
    .map(({ label, keys: [key] }) => ({ name: label, beside: key!.cap, run: key!.run }));

/** Everything that can be done here and where one can go, as it was when the palette was opened. */
function useEntries(plan: Plan, everywhere: readonly KeyGroup[]) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { groups } = use(KeyGroupsContext);
  const history = useAppSelector((state) => state.history);
  const go = useMemo((): Goes => {
    const toFrame = (frame: number) => {
      const kept = frames(Math.min(wholeFilm(plan).to - 1, Math.max(0, frame)));
      dispatch(cutSelected(null));
      dispatch(placed(kept));
      wentTo(kept);
    };
    return {
      toFrame,
      toCut: (cut) => {
        toFrame(plan.score!.shots[cut]!.start);
        dispatch(cutSelected(cut));
      },
    };
  }, [dispatch, plan]);
  // The buttons of the screen are looked up once: what the palette covers does not change.
  const [controls] = useState(() => controlsOf(document.querySelector('.shell')!));
  const all = useMemo((): Entry[] => {
    const back = (steps: number) => {
      for (let i = 0; i < steps; i++) dispatch(undo());
    };
    const steps = STEPS.map(({ path, name }) => ({
      ...{ name: `Go to ${name}`, beside: 'step' },
      run: () => void navigate(path),
    }));
    return [
      ...controls,
      // But for the keys of the palette itself.
      ...keyEntries([...groups, ...everywhere]).filter(
        ({ beside }) => !/^(G|Ctrl K)$/.test(beside),
      ),
      ...steps,
      ...sectionEntries(plan, go),
      ...historyEntries(history, back),
    ];
  }, [controls, groups, everywhere, plan, go, history, dispatch, navigate]);
  return { all, go };
}

function OpenPalette({ plan, everywhere }: { plan: Plan; everywhere: readonly KeyGroup[] }) {
  const dispatch = useAppDispatch();
  const id = useId();
  const { all, go } = useEntries(plan, everywhere);
  const [search, setSearch] = useState('');
  const [at, setAt] = useState(0);
  const shown = useMemo(
    () => [...placesOf(plan, search, go), ...found(all, search)],
    [plan, search, go, all],
  );
  const close = () => dispatch(paletteToggled(false));
  const choose = (entry: Entry | undefined) => {
    if (!entry) return;
    close();
    // Once the palette is gone and the focus is back, as a click would find it.
    setTimeout(entry.run);
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      setAt(Math.min(shown.length - 1, Math.max(0, at + by)));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      choose(shown[at]);
    }
  };
  const optionId = (i: number) => `${id}-${i}`;
  return (
    <>
      <Form.Control
        autoFocus
        role="combobox"
        aria-label="What to do, or where to go"
        aria-expanded="true"
        aria-controls={id}
        aria-activedescendant={shown[at] ? optionId(at) : undefined}
        placeholder="What to do, or cut 14, bar 9, 0:12"
        value={search}
        onChange={({ target }) => {
          setSearch(target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <ul id={id} role="listbox" aria-label="What can be done" className="palette-list">
        {shown.map((entry, i) => (
          // Its keys are those of the field, which keeps the focus.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <li
            key={`${entry.name} ${entry.beside}`}
            id={optionId(i)}
            role="option"
            aria-selected={i === at}
            ref={i === at ? (item) => item?.scrollIntoView({ block: 'nearest' }) : undefined}
            onClick={() => choose(entry)}
          >
            <span>{entry.name}</span>
            <small>{entry.beside}</small>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p role="status">Nothing here is called that.</p>}
    </>
  );
}

/** Finds everything that can be done here by its words, and every place of the film. */
export function Palette({ plan, everywhere }: { plan: Plan; everywhere: readonly KeyGroup[] }) {
  const dispatch = useAppDispatch();
  const isShown = useAppSelector((state) => state.view.palette);
  return (
    <Modal
      show={isShown}
      onHide={() => dispatch(paletteToggled(false))}
      aria-label="What to do"
      className="palette"
    >
      <Modal.Body>{isShown && <OpenPalette plan={plan} everywhere={everywhere} />}</Modal.Body>
    </Modal>
  );
}
