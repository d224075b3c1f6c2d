import type { RefObject } from 'react';
import { Pause, Play } from 'lucide-react';
import { Button } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import type { Frames } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import type { Rehearsing } from '../../rehearse/use-rehearsal.ts';

const PLAY_WORDS: Readonly<Record<Rehearsing['state'], string>> = {
  still: 'Play around it',
  loading: 'Making ready',
  playing: 'Stop',
};

/** The cut that is open: where it is, playing around it, and the picture at the position. */
export function SoundHead({
  plan,
  cut,
  cutFrame,
  frame,
  state,
  onPlay,
  canvas,
}: {
  plan: Plan;
  cut: number;
  cutFrame: Frames;
  /** The position. */
  frame: Frames;
  state: Rehearsing['state'];
  onPlay: () => void;
  canvas: RefObject<HTMLCanvasElement | null>;
}) {
  const still = state === 'still';
  return (
    <div className="sound-head">
      <h2>Cut {cut}</h2>
      <span className="figures">
        {cutFrame} · {timecodeAt(cutFrame, plan)}
      </span>
      <Button
        variant="dark"
        onClick={onPlay}
        title={`${still ? 'Play around the cut' : 'Stop'} (space)`}
      >
        {still ? <Play size={16} /> : <Pause size={16} />} {PLAY_WORDS[state]}
      </Button>
      <canvas
        ref={canvas}
        width={480}
        height={270}
        role="img"
        aria-label={`Frame ${frame} of the film`}
      />
    </div>
  );
}
