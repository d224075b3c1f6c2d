import { useState } from 'react';
import { useLocation } from 'react-router';
import { ButtonGroup, Form, ToggleButton } from 'react-bootstrap';
import { SOUND_KINDS, type SoundKind } from '@caesura/core/plan';
import { soundsOf } from '@caesura/core/film';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { DropArea, FileButton } from '../../components/DropArea.tsx';
import { Working } from '../../components/Working.tsx';
import { analyseFile } from '../../files/analyse-file.ts';
import { analyseFiles, lanesFor } from './analyse-files.ts';
import { SOUND_LABELS } from './kinds.ts';
import { SoundView } from './SoundView.tsx';

const SOUNDS = 'audio/*,.wav,.mp3,.flac,.ogg,.opus,.m4a';

/** The sounds of the film: choose them, see what was heard, correct that, choose the part used. */
export default function ListenScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  /** Content hash of the sound on view. */
  const { state } = useLocation() as { state: { sound?: string } | null };
  const [shown, setShown] = useState<string | null>(state?.sound ?? null);
  const [adding, setAdding] = useState<SoundKind>('voice');
  const sounds = soundsOf(plan);
  const sound = sounds.find((s) => s.media === shown) ?? sounds[0];

  /** Hears files as further sounds of a kind; of files for the music the first is that. */
  const analyseSounds = (kind: SoundKind | 'the music') => (files: File[]) =>
    run((onStage, signal) =>
      analyseFiles(
        files,
        analyseFile,
        {
          heard: (heard, index) => {
            if (kind === 'the music' && index === 0) edit('setMusic', heard);
            else if (edit('addSound', heard, kind === 'the music' ? adding : kind))
              setShown(heard.media);
          },
          failed: (error) => {
            if (!signal.aborted) dispatch(problem(error));
          },
        },
        { onStage, signal, lanes: lanesFor(navigator.hardwareConcurrency) },
      ),
    );
  const button = (
    label: string,
    variant: 'dark' | 'outline-dark',
    kind: SoundKind | 'the music',
  ) => (
    <FileButton
      label={label}
      accept={SOUNDS}
      variant={variant}
      multiple={kind !== 'the music' || plan.music === null}
      onFiles={analyseSounds(kind)}
    />
  );
  return (
    <DropArea
      onFiles={analyseSounds(plan.music ? adding : 'the music')}
      hint={
        plan.music
          ? `Drop a sound here (${SOUND_LABELS[adding].toLowerCase()})`
          : 'Drop the music here'
      }
    >
      {working ? (
        <Working {...working} onStop={stop} />
      ) : sound ? (
        <div className="listen">
          <div className="sound-bar">
            <ButtonGroup aria-label="Sounds">
              {sounds.map((s) => (
                <ToggleButton
                  key={s.id}
                  id={`show-${s.id}`}
                  type="radio"
                  name="sound"
                  value={s.id}
                  variant="outline-dark"
                  checked={s === sound}
                  onChange={() => setShown(s.media)}
                >
                  {SOUND_LABELS[s.kind]}: {s.fileName}
                </ToggleButton>
              ))}
            </ButtonGroup>
            <Form.Select
              aria-label="What is added"
              value={adding}
              onChange={(e) => setAdding(e.target.value as SoundKind)}
            >
              {SOUND_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {SOUND_LABELS[kind]}
                </option>
              ))}
            </Form.Select>
            {button('Add a sound', 'outline-dark', adding)}
          </div>
          <SoundView
            key={sound.id + sound.media}
            plan={plan}
            sound={sound}
            chooser={
              sound === plan.music
                ? button('Choose another file', 'outline-dark', 'the music')
                : plan.music === null && button('Choose the music', 'outline-dark', 'the music')
            }
          />
        </div>
      ) : (
        <div className="empty">
          <h2>No music yet</h2>
          <p>
            Drop a WAV, MP3, FLAC, OGG, Opus or M4A file anywhere here, or choose one. It is decoded
            and listened to on this machine; the beats it holds become the places where cuts can
            land.
          </p>
          {button('Choose a sound file', 'dark', 'the music')}
          <p>Or open the plan “Open day teaser” from the list of plans to see one that is done.</p>
        </div>
      )}
    </DropArea>
  );
}
