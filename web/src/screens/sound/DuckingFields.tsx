import { useId } from 'react';
import { Form } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
import { USUAL_DUCKING, type Ducking } from '@caesura/core/plan';
import { speechSpans } from '@caesura/core/sound';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { Word } from '../../components/Word.tsx';

const FIGURES = [
  { of: 'depth', label: 'Down by', unit: 'dB', most: 60, by: 1 },
  { of: 'attack', label: 'Going down', unit: 's', most: 10, by: 0.05 },
  { of: 'hold', label: 'Staying down', unit: 's', most: 10, by: 0.05 },
  { of: 'release', label: 'Coming back', unit: 's', most: 10, by: 0.05 },
] as const;
const SOURCES = { voices: 'Under voice files', clips: 'Under clips that are heard' } as const;

/** What is spoken in the film, in words. */
function speechWords(film: Film, ducking: Ducking): string {
  const spans = speechSpans(film.plan, film.shots, ducking);
  if (spans.length === 0)
    return 'Nobody is heard speaking: add a voice in Listen, or let a clip with words be heard on Score.';
  const lasts = spans.reduce((sum, { from, to }) => sum + to - from, 0);
  return `Somebody speaks ${counted(spans.length, 'time')}, ${lasts.toFixed(1)} s in all. Down when a word begins, back once there is time for it.`;
}

/** How the music goes down under speech. */
export function DuckingFields({ film }: { film: Film }) {
  const edit = useEdit();
  const id = useId();
  const { ducking } = film.plan;
  return (
    <section aria-label="Music under speech">
      <h3>
        <Word>Music under speech</Word>
      </h3>
      <Form.Check
        type="switch"
        id={`${id}-on`}
        label="Goes down"
        checked={ducking !== null}
        onChange={(event) => edit('setDucking', event.target.checked ? {} : null)}
      />
      <p className="hint">{speechWords(film, ducking ?? USUAL_DUCKING)}</p>
      {ducking && (
        <>
          {FIGURES.map(({ of, label, unit, most, by }) => (
            <NumberField
              key={of}
              {...{ label, unit, most, by }}
              value={ducking[of]}
              least={0}
              onCommit={(value) => edit('setDucking', { [of]: value })}
            />
          ))}
          {(Object.keys(SOURCES) as (keyof typeof SOURCES)[]).map((of) => (
            <Form.Check
              key={of}
              type="switch"
              id={`${id}-${of}`}
              label={SOURCES[of]}
              checked={ducking[of]}
              onChange={(event) => edit('setDucking', { [of]: event.target.checked })}
            />
          ))}
        </>
      )}
    </section>
  );
}
