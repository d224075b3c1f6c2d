import { Button, ButtonGroup, Dropdown } from 'react-bootstrap';
import { keepingBy } from './moment-strength.ts';

/** Keeps proposed moments at once: all, or those of at least a strength. */
export function KeepMoments<T extends { readonly strength: number }>({
  proposed,
  label,
  variant,
  small = false,
  onKeep,
}: {
  proposed: readonly T[];
  label: string;
  variant: 'dark' | 'outline-dark';
  small?: boolean;
  onKeep: (moments: readonly T[]) => void;
}) {
  const size = small ? { size: 'sm' as const } : {};
  const none = proposed.length === 0;
  return (
    <Dropdown as={ButtonGroup}>
      <Button variant={variant} {...size} disabled={none} onClick={() => onKeep(proposed)}>
        {label}
      </Button>
      <Dropdown.Toggle
        split
        variant={variant}
        {...size}
        disabled={none}
        aria-label="Keep moments by strength"
      />
      <Dropdown.Menu>
        {keepingBy(proposed).map((way) => (
          <Dropdown.Item
            key={way.label}
            as="button"
            type="button"
            disabled={way.moments.length === 0}
            onClick={() => onKeep(way.moments)}
          >
            {way.label} <span className="figures">{way.moments.length}</span>
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
