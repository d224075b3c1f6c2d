import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
import { effectRate } from '@caesura/core/edits';
import { type EffectFacts } from '@caesura/core/sound';
import { percent, semitonesOfRate } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { EffectPlace } from './EffectPlace.tsx';
import { Choose } from '../../fields/Choose.tsx';
import { LevelField } from '../../fields/LevelField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

const MARKS = { peak: 'its peak', onset: 'its onset' } as const;
const LENGTHS = { window: 'fitted to the window', own: 'at a speed of its own' } as const;
const PITCHES = { follows: 'goes with the speed', kept: 'stays', own: 'by semitones' } as const;
const KINDS = { hit: '', riser: ', rising', bed: ', as a bed' } as const;

/** Everything that can be set of one effect in the film. */
export function EffectFields({
  film,
  facts,
  position,
}: {
  film: Film;
  facts: EffectFacts;
  /** Frame of the film. */
  position: number;
}) {
  const { plan } = film;
  const edit = useEdit();
  const id = useId();
  const { placement, effect, at, rate, semitones, starts, ends, advice, gain, join } = facts;
  const change = (to: Parameters<typeof edit<'changeEffect'>>[2]) =>
    edit('changeEffect', placement.id, to);
  const window = join ? join.before + join.after : 0;
  const pitch = placement.kind === 'bed' ? null : placement.pitch;
  return (
    <section className="effect-placement" aria-label={`${effect.name} on frame ${at.frame}`}>
      <h3>
        {effect.name}
        {KINDS[placement.kind]}
      </h3>
      <p className="figures">
        frame {at.frame} · lasts {(ends - starts).toFixed(2)} s
        {placement.kind !== 'bed' && ` · ${percent(rate)} · ${signed(semitones, 1)} st`}
      </p>
      <Choose
        label="Effect"
        value={effect.id}
        of={Object.fromEntries(plan.effectFiles.map((e) => [e.id, e.name]))}
        onChoose={(file) => change({ effect: file })}
      />
      <EffectPlace {...{ film, facts, position }} onChange={change} />
      {placement.kind === 'hit' && (
        <>
          <Choose
            label="On the instant"
            value={placement.mark}
            of={MARKS}
            onChoose={(mark) => change({ mark })}
          />
          <Choose
            label="Length"
            value={placement.rate === 'window' ? 'window' : 'own'}
            of={LENGTHS}
            onChoose={(how) =>
              change({ rate: how === 'window' ? 'window' : effectRate(Math.round(100 * rate)) })
            }
          />
          {placement.rate === 'window' ? (
            <p className="hint">
              {window > 0
                ? `The window lasts ${window} frames.`
                : 'A hard cut has no window: it sounds as filed.'}
            </p>
          ) : (
            <NumberField
              label="Speed"
              value={rate * 100}
              unit="%"
              least={5}
              most={2000}
              by={5}
              onCommit={(v) => change({ rate: effectRate(v) })}
            />
          )}
        </>
      )}
      {pitch !== null && (
        <Choose
          label="Pitch"
          value={pitch === 'follows' ? 'follows' : pitch === 0 ? 'kept' : 'own'}
          of={PITCHES}
          onChoose={(how) =>
            change({
              pitch:
                how === 'follows'
                  ? 'follows'
                  : how === 'kept'
                    ? 0
                    : Math.round(10 * semitonesOfRate(rate)) / 10 || 1,
            })
          }
        />
      )}
      {typeof pitch === 'number' && pitch !== 0 && (
        <NumberField
          label="Semitones"
          value={pitch}
          unit="st"
          least={-48}
          most={48}
          onCommit={(st) => change({ pitch: st })}
        />
      )}
      {placement.kind === 'bed' && (
        <NumberField
          label="Fades over"
          value={placement.fade}
          unit="f"
          least={0}
          most={10_000}
          onCommit={(fade) => change({ fade: Math.round(fade) })}
        />
      )}
      <LevelField
        value={gain}
        also={placement.gain === 'advised' ? 'as advised' : ''}
        onCommit={(db) => change({ gain: db })}
      />
      <p className="hint">{advice.reason}</p>
      {placement.gain !== 'advised' && (
        <Button variant="link" size="sm" onClick={() => change({ gain: 'advised' })}>
          Take {signed(advice.gain, 1)} dB as advised
        </Button>
      )}
      <Form.Check
        type="switch"
        id={`${id}-back`}
        label="Backwards"
        checked={placement.reversed ?? false}
        onChange={(event) => change({ reversed: event.target.checked ? true : undefined })}
      />
      <Form.Check
        type="switch"
        id={`${id}-on`}
        label="In use"
        checked={!placement.off}
        onChange={(event) => change({ off: event.target.checked ? undefined : true })}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => edit('removeEffects', [placement.id])}
        >
          Take it out
        </Button>
        {placement.run && (
          <Button
            variant="outline-dark"
            size="sm"
            onClick={() =>
              edit(
                'removeEffects',
                plan.effects.filter(({ run }) => run === placement.run).map((a) => a.id),
              )
            }
          >
            Take the run out
          </Button>
        )}
      </div>
    </section>
  );
}
