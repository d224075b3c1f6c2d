import { Button, ButtonGroup } from 'react-bootstrap';

/** What of a list is shown, with how many there are of each. */
export function ListFilters<K extends string>({
  names,
  counts,
  chosen,
  onChoose,
}: {
  names: Readonly<Record<K, string>>;
  counts: (kind: K) => number;
  chosen: K;
  onChoose: (kind: K) => void;
}) {
  return (
    <ButtonGroup aria-label="What is listed" className="move-filters">
      {(Object.keys(names) as K[]).map((kind) => (
        <Button
          key={kind}
          variant="outline-dark"
          active={chosen === kind}
          aria-pressed={chosen === kind}
          onClick={() => onChoose(kind)}
        >
          {names[kind]} {counts(kind)}
        </Button>
      ))}
    </ButtonGroup>
  );
}
