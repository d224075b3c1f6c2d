import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Clip, Plan } from '@caesura/core/plan';
import { plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { LineUpClips } from './LineUpClips.tsx';
import { TrackChoice } from './TrackChoice.tsx';
import { LevelField } from '../../fields/LevelField.tsx';

/** Loudness of speech in a programme after EBU R 128. LUFS. */
const PROGRAMME = -23;

const level = (x: number): string => x.toFixed(1).replace('-', '−');

/** What the file of a clip sounds like, and whether its shots are heard as a rule. */
export function ClipSoundPanel({ plan, clip }: { plan: Plan; clip: Clip }) {
  const edit = useEdit();
  const id = useId();
  const { sound, heard } = clip;
  if (sound === null) return <p className="hint">Its file has no sound.</p>;
  if (!sound)
    return <p className="hint">Not listened to yet: drop its file on Footage to have its sound.</p>;
  const { words, hits, pauses, loudness } = sound.heard;
  const { integrated } = loudness;
  const gain = heard?.gain ?? 0;
  const fits = integrated === null ? null : Math.round(10 * (PROGRAMME - integrated)) / 10;
  return (
    <>
      <dl className="facts">
        <dt>Channels</dt>
        <dd className="figures">{sound.channels}</dd>
        <dt>Lasts</dt>
        <dd className="figures">{(sound.length / sound.sampleRate).toFixed(2)} s</dd>
        <dt>Loudness</dt>
        <dd className="figures">{integrated === null ? 'silence' : `${level(integrated)} LUFS`}</dd>
        <dt>Heard in it</dt>
        <dd>
          {plural(words.length, 'word')}, {plural(hits.length, 'hit')},{' '}
          {plural(pauses.length, 'pause')}
        </dd>
      </dl>
      {sound.tracks > 1 && (
        <TrackChoice key={`${clip.id} ${sound.media}`} clip={clip} sound={sound} />
      )}
      <Form.Check
        type="switch"
        id={`${id}-on`}
        label="Heard in the film"
        checked={heard?.on ?? false}
        onChange={({ target }) =>
          edit(
            'hearClip',
            clip.id,
            target.checked || gain !== 0 ? { on: target.checked, gain } : null,
          )
        }
      />
      <LevelField
        value={gain}
        onCommit={(to) => edit('hearClip', clip.id, { on: heard?.on ?? false, gain: to })}
      />
      {fits !== null && Math.abs(fits - gain) > 0.05 && (
        <Button
          variant="link"
          size="sm"
          onClick={() =>
            edit('hearClip', clip.id, {
              on: heard?.on ?? false,
              gain: Math.min(24, Math.max(-90, fits)),
            })
          }
          title="The loudness of a programme after EBU R 128"
        >
          {level(fits)} dB makes it {level(PROGRAMME)} LUFS
        </Button>
      )}
      <LineUpClips plan={plan} clip={clip} />
    </>
  );
}
