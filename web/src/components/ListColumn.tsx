import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { ListFilters } from './ListFilters.tsx';

/** The column of a list: what is shown of it, the list, how many are chosen, and acts on them. */
export function ListColumn<K extends string>({
  names,
  listed,
  filter,
  onFilter,
  chosen,
  onChooseAll,
  acts,
  children,
}: {
  names: Readonly<Record<K, string>>;
  /** The items of each way of showing the list. */
  listed: Readonly<Record<K, readonly unknown[]>>;
  filter: K;
  onFilter: (kind: K) => void;
  /** How many items are chosen. */
  chosen: number;
  onChooseAll: () => void;
  acts?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="move-column">
      <ListFilters
        names={names}
        counts={(kind) => listed[kind].length}
        chosen={filter}
        onChoose={onFilter}
      />
      {children}
      <div className="move-acts">
        <span>
          {chosen > 1 && <b>{chosen} chosen </b>}
          <Button variant="link" size="sm" onClick={onChooseAll}>
            Choose all {listed[filter].length}
          </Button>
        </span>
        {acts}
      </div>
    </div>
  );
}
