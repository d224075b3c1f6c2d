import { Button, ButtonGroup } from 'react-bootstrap';
import { Maximize, Pause, Play, Repeat } from 'lucide-react';
import { PLAYS, type Plays } from '../../rehearse/play-ranges.ts';
import type { Rehearsing } from '../../rehearse/use-rehearsal.ts';

/** From this share of frames on, in per cent, lateness is marked. */
const TOO_LATE = 1;

/** Starts and stops, chooses what plays, and says how many frames came late. */
export function PlayBar({
  rehearsal,
  plays,
  loop,
  shuttle,
  onToggle,
  onPlays,
  onLoop,
  onFullScreen,
}: {
  rehearsal: Rehearsing;
  plays: Plays;
  loop: boolean;
  /** Times as fast as the film that it is gone through, backwards below 0. */
  shuttle: number;
  onToggle: () => void;
  onPlays: (plays: Plays) => void;
  onLoop: () => void;
  onFullScreen: () => void;
}) {
  const { state, punctuality } = rehearsal;
  const still = state === 'still';
  const late = punctuality && punctuality.due > 0 ? (100 * punctuality.late) / punctuality.due : 0;
  return (
    <div className="play-bar">
      <Button variant="dark" onClick={onToggle} title={`${still ? 'Play' : 'Stop'} (space)`}>
        {still ? <Play size={16} /> : <Pause size={16} />}{' '}
        {state === 'loading' ? 'Making ready' : still ? 'Play' : 'Stop'}
      </Button>
      <ButtonGroup aria-label="What plays">
        {(Object.keys(PLAYS) as Plays[]).map((choice) => (
          <Button
            key={choice}
            variant="outline-dark"
            active={plays === choice}
            aria-pressed={plays === choice}
            onClick={() => onPlays(choice)}
          >
            {PLAYS[choice]}
          </Button>
        ))}
      </ButtonGroup>
      <Button
        variant="outline-dark"
        active={loop}
        aria-pressed={loop}
        onClick={onLoop}
        title="Over and over (O)"
      >
        <Repeat size={16} /> Over and over
      </Button>
      <Button
        variant="outline-dark"
        onClick={onFullScreen}
        title="Full screen (F)"
        aria-label="Full screen"
      >
        <Maximize size={16} />
      </Button>
      <span className={`late figures${late > TOO_LATE ? ' is-late' : ''}`} role="status">
        {shuttle !== 0 && shuttle !== 1
          ? `${shuttle < 0 ? 'back' : 'on'}, ${Math.abs(shuttle)} × `
          : ''}
        {punctuality ? `${punctuality.late} of ${punctuality.due} frames late` : ''}
      </span>
    </div>
  );
}
