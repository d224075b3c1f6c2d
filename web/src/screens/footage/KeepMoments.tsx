import { Button, ButtonGroup, Dropdown } from 'react-bootstrap';
import { clearOnes, keepingBy } from './moment-strength.ts';

/** Keeps proposed moments at once: those that are clear to see, or those of another strength. */
export function KeepMoments<T extends { readonly strength: number }>({
  proposed,
  label,
  variant,
  small = false,
  onKeep,
}: {
  proposed: readonly T[];
  /** What the button says of the moments that it keeps. */
  label: (moments: readonly T[]) => string;
  variant: 'dark' | 'outline-dark';
  small?: boolean;
  onKeep: (moments: readonly T[]) => void;
}) {
  const size = small ? { size: 'sm' as const } : {};
  const none = proposed.length === 0;
  const usual = clearOnes(proposed);
  return (
    <Dropdown as={ButtonGroup}>
      <Button variant={variant} {...size} disabled={none} onClick={() => onKeep(usual)}>
        {label(usual)}
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
