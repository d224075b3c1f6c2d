import { use } from 'react';
import { Modal } from 'react-bootstrap';
import { KeyGroupsContext, type KeyGroup } from '../keys.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { keysToggled } from '../view.ts';

/** Every key that works here. */
export function KeyList({ everywhere }: { everywhere: readonly KeyGroup[] }) {
  const dispatch = useAppDispatch();
  const shown = useAppSelector((state) => state.view.keys);
  const { groups } = use(KeyGroupsContext);
  return (
    <Modal
      show={shown}
      onHide={() => dispatch(keysToggled(false))}
      centered
      aria-labelledby="key-list"
    >
      <Modal.Header closeButton>
        <Modal.Title id="key-list">Keys</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="keys">
          <tbody>
            {[...groups, ...everywhere].map((group) => (
              <tr key={group.label}>
                <th scope="row">{group.label}</th>
                <td>
                  {group.keys.map((key) => (
                    <kbd key={key.combo}>{key.cap}</kbd>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
    </Modal>
  );
}
