import { cuesOfSound } from '@caesura/core/film';
import type { Sound } from '@caesura/core/plan';
import type { Samples } from '@caesura/core/time';
import { clock } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { TypedField } from '../../fields/TypedField.tsx';
import { Word } from '../../components/Word.tsx';

/** The sections of a sound, each with a name that the person gives it. */
export function SectionNames({ sound, onGo }: { sound: Sound; onGo: (at: Samples) => void }) {
  const edit = useEdit();
  const sections = cuesOfSound(sound).filter((c) => c.kind === 'section');
  if (sections.length === 0) return null;
  return (
    <>
      <h3>
        <Word>Sections</Word>
      </h3>
      <ul className="section-names">
        {sections.map(({ at, name }) => (
          <li key={at}>
            <button type="button" className="link figures" onClick={() => onGo(at)}>
              {clock(at / sound.analysis.sampleRate)}
            </button>
            <TypedField
              label={`Name of the section at ${clock(at / sound.analysis.sampleRate)}`}
              written={name ?? ''}
              maxLength={60}
              parse={(text) => text.trim()}
              onCommit={(text) => edit('nameSection', sound.id, at, text)}
            />
          </li>
        ))}
      </ul>
    </>
  );
}
