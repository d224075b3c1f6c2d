import { use, useEffect, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import type { KeyGroup } from '../key-groups.ts';
import { KeyGroupsContext } from '../keys.ts';
import {
  chooseKey,
  pressedKey,
  takenBy,
  useChosenKeys,
  useOwnKeys,
  usualKeys,
} from '../own-keys.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { useLatest } from '../use-latest.ts';
import { keysToggled } from '../view.ts';

/** A key that waits for another. */
interface Waiting {
  readonly group: KeyGroup;
  readonly place: number;
}

/** The keys of a group, each to be pressed for another. */
function Caps({
  group,
  waiting,
  onWait,
}: {
  group: KeyGroup;
  waiting: Waiting | null;
  onWait: (place: number) => void;
}) {
  return group.keys.map((key, place) => {
    if (key.native) return <kbd key={place}>{key.cap}</kbd>;
    const isWaiting = waiting?.group.label === group.label && waiting.place === place;
    return (
      <button
        key={place}
        type="button"
        className="key-cap"
        aria-label={
          isWaiting
            ? `Press the key for ${group.label}`
            : `${group.label}: ${key.cap}, choose another key`
        }
        title="Choose another key"
        onClick={() => onWait(place)}
      >
        <kbd>{isWaiting ? '…' : key.cap}</kbd>
      </button>
    );
  });
}

/** Every key that works here; each can be exchanged for another. */
export function KeyList({ everywhere }: { everywhere: readonly KeyGroup[] }) {
  const dispatch = useAppDispatch();
  const shown = useAppSelector((state) => state.view.keys);
  const { groups } = use(KeyGroupsContext);
  const all = useOwnKeys([...groups, ...everywhere]);
  const chosen = useChosenKeys();
  const [waiting, setWaiting] = useState<Waiting | null>(null);
  const [refused, setRefused] = useState('');
  const take = useLatest((event: KeyboardEvent) => {
    if (!waiting) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Escape') {
      setWaiting(null);
      return;
    }
    const pressed = pressedKey(event);
    if (!pressed) return;
    const taken = takenBy(all, pressed);
    const isItself =
      taken?.label === waiting.group.label && taken.keys[waiting.place]?.combo === pressed.combo;
    if (taken && !isItself) {
      setRefused(`${pressed.cap} is the key for “${taken.label}”: choose another.`);
      return;
    }
    chooseKey(waiting.group, waiting.place, pressed);
    setRefused('');
    setWaiting(null);
  });
  // Before anything else sees it, wherever the focus is.
  useEffect(() => {
    if (!waiting) return undefined;
    document.addEventListener('keydown', take, { capture: true });
    return () => document.removeEventListener('keydown', take, { capture: true });
  }, [waiting, take]);
  return (
    <Modal
      show={shown}
      onHide={() => dispatch(keysToggled(false))}
      keyboard={waiting === null}
      centered
      aria-labelledby="key-list"
    >
      <Modal.Header closeButton>
        <Modal.Title id="key-list">Keys</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="hint" role="status">
          {refused || 'Click a key to choose another in its place; the browser keeps it.'}
        </p>
        <table className="keys">
          <tbody>
            {all.map((group) => (
              <tr key={group.label}>
                <th scope="row">{group.label}</th>
                <td>
                  <Caps
                    group={group}
                    waiting={waiting}
                    onWait={(place) => {
                      setRefused('');
                      setWaiting({ group, place });
                    }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {Object.keys(chosen).length > 0 && (
          <Button variant="outline-dark" size="sm" onClick={usualKeys}>
            All keys as they were
          </Button>
        )}
      </Modal.Body>
    </Modal>
  );
}
