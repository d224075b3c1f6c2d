import type { RefObject } from 'react';
import { Pause, Play } from 'lucide-react';
import { Button, ButtonGroup } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { timecodeAt } from '../../app/format.ts';
import type { Rehearsing } from '../../rehearse/use-rehearsal.ts';
import { PositionPicture } from '../../components/PositionPicture.tsx';
import { CLOSE_SPANS } from './use-close-view.ts';
import type { SoundItem } from './items.ts';

const PLAY_WORDS: Readonly<Record<Rehearsing['state'], string>> = {
  still: 'Play around it',
  loading: 'Making ready',
  playing: 'Stop',
};
const NAMES = { hit: 'Effect', riser: 'Riser', bed: 'Bed' } as const;

/**
 * The place that is open: where it is, playing around it, how much is seen of it close up, and the
 * picture at the position.
 */
export function SoundHead({
  plan,
  item,
  state,
  onPlay,
  span,
  onSpan,
  canvas,
}: {
  plan: Plan;
  item: SoundItem;
  state: Rehearsing['state'];
  onPlay: () => void;
  /** Seconds. */
  span: (typeof CLOSE_SPANS)[number];
  onSpan: (span: (typeof CLOSE_SPANS)[number]) => void;
  canvas: RefObject<HTMLCanvasElement | null>;
}) {
  const still = state === 'still';
  return (
    <div className="sound-head">
      <div className="sound-place">
        <h2>{item.join ? `Cut ${item.join.cut}` : NAMES[item.effects[0]!.placement.kind]}</h2>
        <span className="figures">
          {item.frame} · {timecodeAt(item.frame, plan)}
        </span>
      </div>
      <Button
        variant="dark"
        onClick={onPlay}
        title={`${still ? 'Play around the cut' : 'Stop'} (space)`}
      >
        {still ? <Play size={16} /> : <Pause size={16} />} {PLAY_WORDS[state]}
      </Button>
      <ButtonGroup aria-label="How much is seen close up">
        {CLOSE_SPANS.map((s) => (
          <Button
            key={s}
            variant="outline-dark"
            size="sm"
            active={s === span}
            aria-pressed={s === span}
            onClick={() => onSpan(s)}
          >
            {s} s
          </Button>
        ))}
      </ButtonGroup>
      <PositionPicture canvas={canvas} size={plan.size} className="sound-picture" />
    </div>
  );
}
