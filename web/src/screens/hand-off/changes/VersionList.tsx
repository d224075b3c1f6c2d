import { Pencil, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, Form, ListGroup } from 'react-bootstrap';
import {
  useKeepVersionMutation,
  useNameVersionMutation,
  useRemoveVersionMutation,
  useVersionsQuery,
  type VersionEntry,
} from '../../../app/api.ts';
import { settled } from '../../../app/autosave.ts';
import { counted } from '../../../app/format.ts';
import { useStore } from 'react-redux';
import type { AppStore } from '../../../app/store.ts';
import { FilmRow } from '../../../components/FilmRow.tsx';
import { IconButton } from '../../../components/IconButton.tsx';
import { MiniScore } from '../../../components/MiniScore.tsx';

const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A version with its small picture, to be looked at, named or removed. */
function Version({
  id,
  version,
  open,
  onOpen,
}: {
  id: string;
  version: VersionEntry;
  open: boolean;
  onOpen: () => void;
}) {
  const { number, name, at, revision, summary } = version;
  const [nameIt] = useNameVersionMutation();
  const [remove] = useRemoveVersionMutation();
  const [typed, setTyped] = useState<string | null>(null);
  const title = name ?? `kept by itself, revision ${revision}`;
  return (
    <ListGroup.Item active={open} className="version">
      <button type="button" className="version-open" aria-pressed={open} onClick={onOpen}>
        {summary.pictures.length > 0 && <FilmRow pictures={summary.pictures} size={summary.size} />}
        <MiniScore shots={summary.shots} length={summary.length} />
        <b>{title}</b>
        <span>
          {when.format(new Date(at))}, {counted(summary.shotCount, 'shot')}
        </span>
      </button>
      {typed === null ? (
        <span className="version-acts">
          <IconButton name={`Name ${title}`} hint="Name" onClick={() => setTyped(name ?? '')}>
            <Pencil size={14} />
          </IconButton>
          <IconButton
            name={`Remove ${title}`}
            hint="Remove"
            onClick={() => void remove({ id, number })}
          >
            <Trash2 size={14} />
          </IconButton>
        </span>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (typed.trim() !== '') void nameIt({ id, number, name: typed.trim() });
            setTyped(null);
          }}
        >
          <Form.Control
            size="sm"
            autoFocus
            aria-label="Name of the version"
            maxLength={120}
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
          />
        </form>
      )}
    </ListGroup.Item>
  );
}

/** The versions of the plan, and keeping it as it is now. */
export function VersionList({
  id,
  open,
  onOpen,
}: {
  id: string;
  open: number | null;
  onOpen: (version: VersionEntry) => void;
}) {
  const { getState } = useStore() as AppStore;
  const { data: versions } = useVersionsQuery(id);
  const [keep] = useKeepVersionMutation();
  const [name, setName] = useState('');
  return (
    <>
      <form
        className="keep-version"
        onSubmit={(event) => {
          event.preventDefault();
          const typed = name.trim();
          if (typed === '') return;
          setName('');
          void settled(getState).then(() => keep({ id, name: typed }));
        }}
      >
        <Form.Control
          size="sm"
          aria-label="Name of this version"
          placeholder="Name of this version"
          maxLength={120}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Button type="submit" size="sm" variant="dark" disabled={name.trim() === ''}>
          Keep
        </Button>
      </form>
      <ListGroup role="group" aria-label="Versions">
        {versions?.map((version) => (
          <Version
            key={version.number}
            id={id}
            version={version}
            open={version.number === open}
            onOpen={() => onOpen(version)}
          />
        ))}
      </ListGroup>
      {versions?.length === 0 && (
        <p>None yet. While the plan changes it is kept by itself, every few minutes.</p>
      )}
    </>
  );
}
