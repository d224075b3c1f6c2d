import { soundsOf } from '@caesura/core/film';
import type { Plan, Sound } from '@caesura/core/plan';
import { samples } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { LevelField } from '../../fields/LevelField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

function SoundFields({ sound }: { sound: Sound }) {
  const edit = useEdit();
  const { sampleRate } = sound.analysis;
  return (
    <section aria-label={sound.fileName}>
      <h3>{sound.fileName}</h3>
      <LevelField value={sound.gain} onCommit={(gain) => edit('turnSound', sound.id, gain)} />
      {(
        [
          ['Comes in over', sound.fadeIn, 'fadeIn'],
          ['Fades over', sound.fade, 'fade'],
        ] as const
      ).map(([label, value, which]) => (
        <NumberField
          key={which}
          label={label}
          value={value / sampleRate}
          unit="s"
          least={0}
          most={600}
          by={0.5}
          onCommit={(lasts) =>
            edit('fadeSound', sound.id, { [which]: samples(Math.round(lasts * sampleRate)) })
          }
        />
      ))}
    </section>
  );
}

/** The sounds that go through the film: their levels and fades. */
export function LinePanel({ plan }: { plan: Plan }) {
  const sounds = soundsOf(plan);
  if (sounds.length === 0) return <p>No music and no voice yet. Add them in Listen.</p>;
  return sounds.map((sound) => <SoundFields key={sound.id} sound={sound} />);
}
