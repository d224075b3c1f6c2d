import { Pause, Play } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import type { CueKind } from '@caesura/core/plan';
import type { Playing } from '../../sound/use-player.ts';
import { CUE_LABELS, LISTED_KINDS } from './kinds.ts';
import type { ListenSwitches } from './use-listening.ts';

/** Plays a sound, and says what is heard beside it and how fast. */
export function PlaySwitches({
  switches,
  onSwitch,
  canLoop,
  playing,
  onPlay,
}: {
  switches: ListenSwitches;
  onSwitch: (change: Partial<ListenSwitches>) => void;
  canLoop: boolean;
  playing: Playing['state'];
  onPlay: () => void;
}) {
  return (
    <>
      <div className="buttons">
        <Button variant="dark" onClick={onPlay} disabled={playing === 'loading'}>
          {playing === 'playing' ? <Pause size={16} /> : <Play size={16} />}
          {playing === 'playing' ? ' Stop' : playing === 'loading' ? ' Loading' : ' Play'}
        </Button>
        <Form.Check
          type="switch"
          id="click"
          label="Click on the beats"
          checked={switches.click}
          onChange={(event) => onSwitch({ click: event.target.checked })}
        />
        <Form.Check
          type="switch"
          id="loop"
          label="Loop the range"
          checked={switches.loop}
          disabled={!canLoop}
          onChange={(event) => onSwitch({ loop: event.target.checked })}
        />
        <Form.Check
          type="switch"
          id="slow"
          label="Half speed"
          title="Pitch kept; heard from the next start on (J)"
          checked={switches.slow}
          onChange={(event) => onSwitch({ slow: event.target.checked })}
        />
      </div>
      <Form.Group className="field field-narrow">
        <Form.Label htmlFor="tick">Soft tick on</Form.Label>
        <Form.Select
          id="tick"
          value={switches.tick ?? ''}
          onChange={(event) => onSwitch({ tick: (event.target.value || null) as CueKind | null })}
        >
          <option value="">nothing</option>
          {LISTED_KINDS.filter((kind) => kind !== 'beat' && kind !== 'downbeat').map((kind) => (
            <option key={kind} value={kind}>
              {CUE_LABELS[kind].toLowerCase()}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
    </>
  );
}
