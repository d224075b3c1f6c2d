import { use, useState } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { useLocation } from 'react-router';
import { PAGES, pageAt, type HelpPage } from '../../help/pages.ts';
import { WORDS } from '../../help/words.ts';
import type { KeyGroup } from '../key-groups.ts';
import { KeyGroupsContext } from '../keys.ts';
import { useOwnKeys } from '../own-keys.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { helpToggled } from '../view.ts';

const holds = (text: string, search: string): boolean =>
  text.toLowerCase().includes(search.trim().toLowerCase());

/** What a screen is for, the things people do there, its keys and its words. */
function Page({ page, groups }: { page: HelpPage; groups: readonly KeyGroup[] }) {
  return (
    <>
      <p>{page.purpose}</p>
      <ol>
        {page.does.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ol>
      <h3>Its keys</h3>
      <p className="help-keys">
        {groups.map(({ label, keys }) => (
          <span key={label}>
            {keys.map(({ combo, cap }) => (
              <kbd key={combo}>{cap}</kbd>
            ))}{' '}
            {label}
          </span>
        ))}
      </p>
      <h3>Its words</h3>
      <Words words={page.words} />
    </>
  );
}

const Words = ({ words }: { words: readonly string[] }) => (
  <dl className="help-words">
    {words.map((word) => (
      <div key={word}>
        <dt>{word}</dt>
        <dd>{WORDS[word]}</dd>
      </div>
    ))}
  </dl>
);

/** What is found of all pages and words. */
function Found({ search }: { search: string }) {
  const words = Object.keys(WORDS).filter((word) => holds(`${word} ${WORDS[word]}`, search));
  const lines = Object.values(PAGES).flatMap(({ name, purpose, does }) =>
    [purpose, ...does].filter((one) => holds(one, search)).map((one) => ({ name, one })),
  );
  if (words.length + lines.length === 0) return <p role="status">Nothing is said of that.</p>;
  return (
    <>
      {lines.length > 0 && (
        <ul>
          {lines.map(({ name, one }) => (
            <li key={one}>
              <b>{name}:</b> {one}
            </li>
          ))}
        </ul>
      )}
      <Words words={words} />
    </>
  );
}

/** Help on the screen that is open, and on all by search. */
export function HelpDialog({ everywhere }: { everywhere: readonly KeyGroup[] }) {
  const dispatch = useAppDispatch();
  const isShown = useAppSelector((state) => state.view.help);
  const { pathname } = useLocation();
  const [search, setSearch] = useState('');
  const groups = useOwnKeys([...use(KeyGroupsContext).groups, ...everywhere]);
  const page = pageAt(pathname);
  return (
    <Modal
      show={isShown}
      onHide={() => dispatch(helpToggled(false))}
      aria-labelledby="help"
      className="help"
    >
      <Modal.Header closeButton>
        <Modal.Title id="help">Help: {page.name}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <Form.Control
          aria-label="Find in the help"
          placeholder="Find in the help"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        {search.trim() ? <Found search={search} /> : <Page page={page} groups={groups} />}
      </Modal.Body>
    </Modal>
  );
}
