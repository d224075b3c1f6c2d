import { Button, Form } from 'react-bootstrap';
import type { Offered, Readings } from './use-readings.ts';

/** Likelihood of what was heard under which both readings should be listened to. */
const DOUBTFUL = 0.8;

/** A likelihood in per cent, as text. */
const percent = (likelihood: number): string =>
  `${likelihood > 0 && likelihood < 0.01 ? '< 1' : Math.round(100 * likelihood)} %`;

interface RowProps {
  readonly offered: Offered;
  /** Its key. */
  readonly digit: number;
  readonly onChoose: () => void;
  readonly onHear: () => void;
}

function Row({ offered, digit, onChoose, onHear }: RowProps) {
  const { name, likelihood, chosen } = offered;
  return (
    <li className="reading" data-chosen={chosen}>
      <button type="button" className="reading-name" aria-pressed={chosen} onClick={onChoose}>
        <kbd>{digit}</kbd> {name}
      </button>
      <span className="figures">{percent(likelihood)}</span>
      <Button
        variant="outline-dark"
        size="sm"
        onClick={onHear}
        title={`Five seconds with clicks (Shift + ${digit})`}
        aria-label={`Hear “${name}”`}
      >
        Hear
      </Button>
    </li>
  );
}

/**
 * The ways to hear a sound, each with how likely it is and a bite to hear; a click or its number
 * chooses.
 */
export function ReadingList({
  readings,
  onHear,
}: {
  readings: Readings;
  onHear: (offered: Offered) => void;
}) {
  const { beats, bars, choose, here, setHere, within, inRange, last } = readings;
  if (beats.length === 0) return null;
  const rows = (list: readonly Offered[], first: number) => (
    <ul className="readings">
      {list.map((offered, i) => (
        <Row
          key={first + i}
          offered={offered}
          digit={first + i + 1}
          onChoose={() => choose(first + i)}
          onHear={() => onHear(offered)}
        />
      ))}
    </ul>
  );
  const chosen = beats.find((b) => b.chosen);
  const doubt = beats[0]!.likelihood < DOUBTFUL && !beats.some((b) => b.chosen && b !== beats[0]);
  // Where it is doubtful they are shown; elsewhere the place is for what is used more.
  const unfolded = beats[0]!.likelihood < DOUBTFUL;
  return (
    <section aria-label="Readings">
      <details className="reading-fold" open={unfolded}>
        <summary>
          Readings
          <span className="figures">
            {chosen ? `${chosen.name} · ${percent(chosen.likelihood)}` : 'chosen in parts'}
          </span>
        </summary>
        {doubt && (
          <p className="hint" role="status">
            More than one may be meant. Hear them, and press the number of the one that fits.
          </p>
        )}
        {rows(beats, 0)}
        {bars.length > 0 && rows(bars, beats.length)}
        {within && (
          <Form.Check
            id="reading-here"
            type="switch"
            label={inRange ? 'In the range only' : 'In the section at the position only'}
            checked={here}
            onChange={(event) => setHere(event.target.checked)}
          />
        )}
        {last && (
          <Button variant="outline-dark" size="sm" onClick={readings.keepForAll}>
            Keep “{last.name}” for all
          </Button>
        )}
      </details>
    </section>
  );
}
