import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { anchorOn, frameSpan, type Film } from '@caesura/core/film';
import { wholeCover } from '@caesura/core/motion';
import type { PhraseFacts } from '@caesura/core/phrases';
import { PHRASE_KINDS, type PhraseSettings } from '@caesura/core/plan';
import { frames as framesOf } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { AnchorField } from '../../components/AnchorField.tsx';
import { EasingField } from '../../fields/EasingField.tsx';
import { AimFields, LookFields } from './LookFields.tsx';
import { ShakeFields } from './ShakeFields.tsx';
import { SpanField } from './SpanField.tsx';
import type { Choice } from './use-choice.ts';
import { PHRASE_NAMES } from './words.ts';

/** The values of a phrase that are held, with how they are written. */
const VALUES = [
  { of: 'scale', label: 'Scale', unit: '%', times: 100, least: 5, most: 2000, by: 5 },
  { of: 'x', label: 'Shift across', unit: '%', times: 100, least: -400, most: 400, by: 1 },
  { of: 'y', label: 'Shift down', unit: '%', times: 100, least: -400, most: 400, by: 1 },
  { of: 'rotation', label: 'Rotation', unit: '°', times: 1, least: -720, most: 720, by: 1 },
  { of: 'depth', label: 'Turn in depth', unit: '°', times: 1, least: -90, most: 90, by: 5 },
] as const;
const LOOKS = [
  { of: 'blur', label: 'Blur', unit: 'px', times: 1, least: 0, most: 2000, by: 5 },
  { of: 'radial', label: 'Radial blur', unit: '%', times: 100, least: 0, most: 100, by: 5 },
  { of: 'flash', label: 'Flash', unit: '%', times: 100, least: 0, most: 100, by: 5 },
  { of: 'dip', label: 'Dip', unit: '%', times: 100, least: 0, most: 100, by: 5 },
  { of: 'exposure', label: 'Exposure', unit: 'stops', times: 1, least: -10, most: 10, by: 0.1 },
  { of: 'contrast', label: 'Contrast', unit: '%', times: 100, least: 0, most: 400, by: 5 },
  { of: 'saturation', label: 'Saturation', unit: '%', times: 100, least: 0, most: 400, by: 5 },
] as const;

/** Everything that can be set of a phrase, for all phrases that are chosen. */
export function PhrasePanel({
  film,
  facts,
  choice,
  position,
}: {
  film: Film;
  facts: PhraseFacts;
  choice: Choice;
  position: number;
}) {
  const edit = useEdit();
  const id = useId();
  const { plan } = film;
  const [all, setAll] = useState(false);
  const { phrase, settings, frames, lands, to, end } = facts;
  const { phrases: ids, setPhrases: set } = choice;
  const own = settings.kind === 'own';
  const shown = (of: (typeof VALUES | typeof LOOKS)[number]['of'], rest: number) =>
    all || settings[of] !== rest;
  const rests = { scale: 1, contrast: 1, saturation: 1 } as Partial<Record<string, number>>;
  const fields = (list: typeof VALUES | typeof LOOKS) =>
    list
      .filter(({ of }) => of === 'scale' || shown(of, rests[of] ?? 0))
      .map(({ of, label, unit, times, least, most, by }) => (
        <NumberField
          key={of}
          {...{ label, unit, least, most, by }}
          value={settings[of] * times}
          onCommit={(value) => set({ [of]: value / times } as Partial<PhraseSettings>)}
        />
      ));
  const section = (of: 'in' | 'hold' | 'out', label: string) => (
    <SpanField
      label={label}
      span={settings[of]}
      frames={frames[of]}
      plan={plan}
      onCommit={(span) => set({ [of]: span })}
    />
  );
  const keep = settings.in.unit === 'frames' ? settings.in.keep : null;
  return (
    <>
      <Choose
        label="Phrase"
        value={settings.kind}
        of={PHRASE_NAMES}
        onChoose={(kind) =>
          edit(
            'setPhraseKind',
            ids,
            PHRASE_KINDS.find((k) => k === kind)!,
          )
        }
      />
      <Form.Check
        type="switch"
        id={`${id}-on`}
        label="In use"
        checked={!phrase.off}
        onChange={(event) => edit('switchPhrases', ids, !event.target.checked)}
      />
      <h3>Placed</h3>
      <AnchorField
        film={film}
        label={settings.lands === 'peak' ? 'Lands on' : 'Starts on'}
        anchor={phrase.at}
        frame={lands}
        position={position}
        onChoose={(at) => edit('placePhrase', phrase.id, { at })}
      />
      <Choose
        label="There it"
        value={settings.lands}
        of={{ start: 'begins', peak: 'is at its peak' }}
        onChoose={(where) => set({ lands: where })}
      />
      {section('in', 'In')}
      {section('hold', 'Hold')}
      {section('out', 'Out')}
      {phrase.to && to ? (
        <>
          <AnchorField
            film={film}
            label="Ends on"
            anchor={phrase.to}
            frame={to.frame}
            position={position}
            onChoose={(anchor) => edit('placePhrase', phrase.id, { to: anchor })}
          />
          <Choose
            label="What fills"
            value={settings.fills}
            of={{ in: 'its way in', hold: 'its hold', out: 'its way out' }}
            onChoose={(fills) => set({ fills })}
          />
          <Button
            variant="link"
            size="sm"
            onClick={() => {
              const span = (n: number) => frameSpan(n, plan.rate);
              set({ in: span(frames.in), hold: span(frames.hold), out: span(frames.out) });
              edit('placePhrase', phrase.id, { to: null });
            }}
          >
            End by its length instead
          </Button>
        </>
      ) : (
        <Button
          variant="link"
          size="sm"
          onClick={() => edit('placePhrase', phrase.id, { to: anchorOn(plan, framesOf(end)) })}
        >
          Tie its end to what is there
        </Button>
      )}
      {keep && (
        <Choose
          label="At other rates"
          value={keep}
          of={{ time: 'keeps its time', frames: 'keeps its frames' }}
          onChoose={(kept) =>
            set({
              in: frameSpan(frames.in, plan.rate, kept),
              hold: frameSpan(frames.hold, plan.rate, kept),
              out: frameSpan(frames.out, plan.rate, kept),
            })
          }
        />
      )}
      <h3>Movement</h3>
      {!own && fields(VALUES)}
      {!own && (
        <>
          <EasingField
            label="Easing in"
            value={settings.easeIn}
            onCommit={(easeIn) => set({ easeIn })}
          />
          <EasingField
            label="Easing out"
            value={settings.easeOut}
            onCommit={(easeOut) => set({ easeOut })}
          />
        </>
      )}
      {settings.shake && !own && <ShakeFields shake={settings.shake} set={set} />}
      <AimFields look={settings} set={set} turns={all || settings.depth !== 0 || own} />
      <h3>Look</h3>
      {!own && fields(LOOKS)}
      <LookFields plan={plan} look={settings} set={set} whole={wholeCover(facts.motion)} />
      {!own && !all && (
        <Button variant="link" size="sm" onClick={() => setAll(true)}>
          All values
        </Button>
      )}
      <div className="buttons">
        <Button variant="outline-dark" onClick={() => edit('orderPhrase', phrase.id, 1)}>
          Above the next
        </Button>
        <Button variant="outline-dark" onClick={() => edit('orderPhrase', phrase.id, -1)}>
          Below the one before
        </Button>
        <Button variant="outline-dark" onClick={() => edit('removePhrases', ids)}>
          {ids.length > 1 ? `Remove ${ids.length}` : 'Remove'}
        </Button>
      </div>
    </>
  );
}
