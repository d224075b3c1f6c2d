import { Button, ButtonGroup } from 'react-bootstrap';

/** A way in which a play is shown, switched by a button or its key. */
export interface PlayToggle {
  readonly name: string;
  readonly key: string;
  readonly on: boolean;
  readonly set: (on: boolean) => void;
}

/** Starts and stops what is shown, and the ways in which it can be shown. */
export function PlayButtons({
  still,
  onPlay,
  toggles,
}: {
  still: boolean;
  onPlay: () => void;
  toggles: readonly PlayToggle[];
}) {
  return (
    <div className="buttons">
      <Button variant={still ? 'dark' : 'outline-dark'} onClick={onPlay} title="Space">
        {still ? 'Play it' : 'Stop'}
      </Button>
      <ButtonGroup aria-label="How it is shown">
        {toggles.map(({ name, key, on, set }) => (
          <Button
            key={key}
            variant="outline-dark"
            active={on}
            aria-pressed={on}
            onClick={() => set(!on)}
            title={key}
          >
            {name}
          </Button>
        ))}
      </ButtonGroup>
    </div>
  );
}
