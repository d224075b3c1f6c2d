import { useState } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import { correctedBeats } from '@caesura/core/film';
import type { Sound } from '@caesura/core/plan';
import { CaesuraError, type Samples } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { TypedField } from '../../fields/TypedField.tsx';
import { cueName } from './kinds.ts';
import type { Chosen, Range } from './SoundLine.tsx';
import type { Taps } from './use-taps.ts';

const METRES = [2, 3, 4, 5, 6, 7];
/** Furthest all beats may be moved at once, in ms. */
const MOST_SHIFT = 2000;

function parseShift(text: string): number {
  const match = /^([+-−]?)\s*(\d+(?:[.,]\d+)?)\s*(?:ms)?$/.exec(text.trim());
  const value = match
    ? Number(match[2]!.replace(',', '.')) * (match[1] === '' || match[1] === '+' ? 1 : -1)
    : NaN;
  if (!(Math.abs(value) <= MOST_SHIFT))
    throw new CaesuraError(
      'bad-shift',
      'That is no shift in ms.',
      `Give −${MOST_SHIFT} to ${MOST_SHIFT}, such as −12 ms.`,
    );
  return value;
}

interface Props {
  readonly sound: Sound;
  readonly here: () => Samples;
  readonly chosen: Chosen | null;
  readonly range: Range | null;
  readonly taps: Taps;
  readonly playing: boolean;
  readonly onTap: () => void;
  readonly onAddBeat: () => void;
  readonly onAddCue: () => void;
  readonly onRemove: () => void;
}

/** Constant tempo and tracking anew between the two ends of the range. */
function BetweenTwo({ sound, range }: { sound: Sound; range: Range | null }) {
  const edit = useEdit();
  const [typed, setTyped] = useState<number | null>(null);
  if (!range)
    return (
      <p className="hint">
        Mark a range (Shift and click, or [ and ]) from one beat to another, for a constant tempo
        through them or to track anew between them.
      </p>
    );
  const { beats, sampleRate } = correctedBeats(sound);
  const inside = beats.filter((b) => b.at > range.from && b.at <= range.to).length;
  const count = typed ?? Math.max(1, inside);
  const { from, to } = range;
  return (
    <div className="between">
      <Form.Label htmlFor="between-count">Beats from one end to the other</Form.Label>
      <Form.Control
        id="between-count"
        type="number"
        min={1}
        max={10000}
        value={count}
        onChange={(event) => setTyped(Math.max(1, Math.round(Number(event.target.value) || 1)))}
      />
      <span className="figures">≈ {((60 * sampleRate * count) / (to - from)).toFixed(3)} BPM</span>
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={() => edit('correctBeats', sound.id, { do: 'steady', from, to, beats: count })}
        >
          Constant tempo
        </Button>
        <Button
          variant="outline-dark"
          onClick={() => edit('correctBeats', sound.id, { do: 'retrack', from, to, beats: count })}
        >
          Track anew
        </Button>
      </div>
    </div>
  );
}

/** Everything by which beats and cues are put right. */
export function PutRight({
  sound,
  here,
  chosen,
  range,
  taps,
  playing,
  onTap,
  onAddBeat,
  onAddCue,
  onRemove,
}: Props) {
  const edit = useEdit();
  const { beats, beatsPerBar, sampleRate } = correctedBeats(sound);
  const any = beats.length > 0;
  return (
    <>
      {any && (
        <>
          <div className="buttons">
            <ButtonGroup aria-label="Beats">
              <Button
                variant="outline-dark"
                onClick={() => edit('correctBeats', sound.id, { do: 'halve' })}
                title="Half as many beats (H)"
              >
                Halve
              </Button>
              <Button
                variant="outline-dark"
                onClick={() => edit('correctBeats', sound.id, { do: 'double' })}
                title="Twice as many beats (D)"
              >
                Double
              </Button>
            </ButtonGroup>
            <Button
              variant="outline-dark"
              onClick={() => edit('correctBeats', sound.id, { do: 'downbeat', at: here() })}
              title="The beat at the position is the first of its bar (B)"
            >
              Downbeat here
            </Button>
          </div>
          <Form.Group className="field field-narrow">
            <Form.Label htmlFor="metre">Beats in a bar</Form.Label>
            <Form.Select
              id="metre"
              value={beatsPerBar}
              onChange={(event) =>
                edit('correctBeats', sound.id, { do: 'metre', beats: Number(event.target.value) })
              }
            >
              {[...new Set([...METRES, beatsPerBar])].map((n) => (
                <option key={n}>{n}</option>
              ))}
            </Form.Select>
          </Form.Group>
          <TypedField
            label="Shift all beats by"
            written="0 ms"
            narrow
            figures
            parse={parseShift}
            show={(ms) => `${ms} ms`}
            step={(typed, by) => (typed ?? 0) + by}
            onCommit={(ms) =>
              ms === 0 ||
              edit('correctBeats', sound.id, {
                do: 'shift',
                by: Math.round((ms / 1000) * sampleRate),
              })
            }
          />
        </>
      )}
      <div className="buttons">
        <Button variant="outline-dark" onClick={onAddBeat} title="A beat at the position (A)">
          Add beat
        </Button>
        <Button variant="outline-dark" onClick={onAddCue} title="A cue by hand at the position (M)">
          Add cue
        </Button>
        <Button
          variant="outline-dark"
          onClick={onRemove}
          disabled={!chosen}
          title="Remove what is chosen (Delete)"
        >
          {chosen ? `Remove ${cueName(chosen.kind)}` : 'Remove'}
        </Button>
      </div>
      <BetweenTwo key={`${range?.from}-${range?.to}`} sound={sound} range={range} />
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={onTap}
          disabled={!playing}
          title="Tap on each beat while it plays (T)"
        >
          Tap{taps.count > 0 ? ` (${taps.count})` : ''}
        </Button>
        <Button variant="outline-dark" onClick={taps.use} disabled={taps.count < 2}>
          Use taps
        </Button>
        {taps.count > 0 && (
          <>
            <Button
              variant="outline-dark"
              onClick={taps.save}
              title="A file of the taps as they were"
            >
              Save taps
            </Button>
            <Button variant="outline-dark" onClick={taps.forget}>
              Forget
            </Button>
          </>
        )}
      </div>
      {taps.result && (
        <p className="hint" role="status">
          {taps.result}
        </p>
      )}
      {sound.corrections.length > 0 && (
        <Button variant="outline-dark" size="sm" onClick={() => edit('asHeard', sound.id)}>
          Back to as heard
        </Button>
      )}
    </>
  );
}
