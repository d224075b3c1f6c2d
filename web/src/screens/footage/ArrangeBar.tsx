import { Form } from 'react-bootstrap';
import type { Clip } from '@caesura/core/plan';
import { FILTERS, ORDERS, type Arrangement, type Filter, type PlayRange } from './arrangement.ts';

const ORDER_NAMES: Readonly<Record<PlayRange, string>> = {
  plan: 'as laid out',
  movement: 'liveliest first',
  rate: 'highest rate first',
  length: 'longest first',
  name: 'by name',
  likeness: 'most alike first',
};
const FILTER_NAMES: Readonly<Record<Filter, string>> = {
  all: 'all',
  used: 'used in the score',
  unused: 'not used',
  moments: 'with moments',
  'no-moments': 'without moments',
  unwatched: 'not watched',
};

/** Says in which order which cards stand. */
export function ArrangeBar({
  arrangement,
  clips,
  onChange,
}: {
  arrangement: Arrangement;
  clips: readonly Clip[];
  onChange: (arrangement: Arrangement) => void;
}) {
  const { order, filter, find, like } = arrangement;
  return (
    <div className="arrange">
      <Form.Control
        type="search"
        size="sm"
        placeholder="Find"
        aria-label="Find clips by name"
        value={find}
        onChange={(event) => onChange({ ...arrangement, find: event.target.value })}
      />
      <Form.Select
        size="sm"
        aria-label="Show"
        value={filter}
        onChange={(event) => onChange({ ...arrangement, filter: event.target.value as Filter })}
      >
        {FILTERS.map((name) => (
          <option key={name} value={name}>
            {FILTER_NAMES[name]}
          </option>
        ))}
      </Form.Select>
      <Form.Select
        size="sm"
        aria-label="Order"
        value={order}
        onChange={(event) => onChange({ ...arrangement, order: event.target.value as PlayRange })}
      >
        {ORDERS.map((name) => (
          <option key={name} value={name}>
            {ORDER_NAMES[name]}
          </option>
        ))}
      </Form.Select>
      {order === 'likeness' && (
        <Form.Select
          size="sm"
          aria-label="Alike to"
          value={like ?? clips[0]?.id ?? ''}
          onChange={(event) => onChange({ ...arrangement, like: event.target.value })}
        >
          {clips.map((clip) => (
            <option key={clip.id} value={clip.id}>
              to {clip.name}
            </option>
          ))}
        </Form.Select>
      )}
    </div>
  );
}
