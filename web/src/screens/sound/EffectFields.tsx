import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { effectRate } from '@caesura/core/edits';
import { semitonesOfRate, type AccentFacts } from '@caesura/core/sound';
import { percent } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

const MARKS = { peak: 'its peak', onset: 'its onset' } as const;
const LENGTHS = { window: 'fitted to the window', own: 'at a speed of its own' } as const;
const PITCHES = { follows: 'goes with the speed', kept: 'stays', own: 'by semitones' } as const;
const KINDS = { hit: '', riser: 'riser', bed: 'bed' } as const;

/** Everything that can be set of one effect in the film. */
export function AccentFields({ plan, facts }: { plan: Plan; facts: AccentFacts }) {
  const edit = useEdit();
  const id = useId();
  const { accent, effect, at, rate, semitones, starts, ends, advice, gain, join } = facts;
  const change = (to: Parameters<typeof edit<'changeAccent'>>[2]) =>
    edit('changeAccent', accent.id, to);
  const window = join ? join.before + join.after : 0;
  const pitch = accent.kind === 'bed' ? null : accent.pitch;
  return (
    <section className="accent" aria-label={`${effect.name} on frame ${at.frame}`}>
      <h3>
        {effect.name} {KINDS[accent.kind]}
      </h3>
      <p className="figures">
        frame {at.frame} · lasts {(ends - starts).toFixed(2)} s
        {accent.kind !== 'bed' && ` · ${percent(rate)} · ${signed(semitones, 1)} st`}
      </p>
      <Choose
        label="Effect"
        value={effect.id}
        of={Object.fromEntries(plan.effects.map((e) => [e.id, e.name]))}
        onChoose={(other) => change({ effect: other })}
      />
      {accent.kind === 'hit' && (
        <>
          <Choose
            label="On the instant"
            value={accent.mark}
            of={MARKS}
            onChoose={(mark) => change({ mark })}
          />
          {accent.at.on === 'cut' && (
            <NumberField
              label="After the cut"
              value={accent.at.by}
              unit="f"
              least={-1000}
              most={1000}
              onCommit={(by) =>
                accent.at.on === 'cut' && change({ at: { ...accent.at, by: Math.round(by) } })
              }
            />
          )}
          <Choose
            label="Length"
            value={accent.rate === 'window' ? 'window' : 'own'}
            of={LENGTHS}
            onChoose={(how) =>
              change({ rate: how === 'window' ? 'window' : effectRate(Math.round(100 * rate)) })
            }
          />
          {accent.rate === 'window' ? (
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
      {accent.kind === 'bed' && (
        <NumberField
          label="Fades over"
          value={accent.fade}
          unit="f"
          least={0}
          most={10_000}
          onCommit={(fade) => change({ fade: Math.round(fade) })}
        />
      )}
      <NumberField
        label="Level"
        value={gain}
        unit="dB"
        least={-90}
        most={24}
        also={accent.gain === 'advised' ? 'as advised' : ''}
        onCommit={(db) => change({ gain: db })}
      />
      <p className="hint">{advice.reason}</p>
      {accent.gain !== 'advised' && (
        <Button variant="link" size="sm" onClick={() => change({ gain: 'advised' })}>
          Take {signed(advice.gain, 1)} dB as advised
        </Button>
      )}
      <Form.Check
        type="switch"
        id={`${id}-on`}
        label="In use"
        checked={!accent.off}
        onChange={(event) => change({ off: !event.target.checked })}
      />
      <div className="buttons">
        <Button variant="outline-dark" size="sm" onClick={() => edit('removeAccents', [accent.id])}>
          Take it out
        </Button>
        {accent.run && (
          <Button
            variant="outline-dark"
            size="sm"
            onClick={() =>
              edit(
                'removeAccents',
                plan.accents.filter(({ run }) => run === accent.run).map((a) => a.id),
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
