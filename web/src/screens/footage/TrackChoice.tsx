import { useState } from 'react';
import { Form } from 'react-bootstrap';
import type { Clip, ClipSound } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { useTask } from '../../app/use-task.ts';
import { FileButton } from '../../components/DropArea.tsx';
import { Working } from '../../components/Working.tsx';
import { hearTrackOf } from '../../files/read-file.ts';
import { VIDEOS } from '../../files/video-types.ts';

/**
 * Which of the sound tracks of a clip's file is its sound. Only one is kept, so that another is
 * read from the file.
 */
export function TrackChoice({ clip, sound }: { clip: Clip; sound: ClipSound }) {
  const edit = useEdit();
  const { working, run, stop } = useTask();
  const { tracks, track: used = 0 } = sound;
  const [wanted, setWanted] = useState(used);
  const hear = (file: File) =>
    run(async (onStage, signal) => {
      const what = `Listening to track ${wanted + 1}`;
      onStage(what, 0);
      const onProgress = (done: number) => onStage(what, done);
      const heard = await hearTrackOf(file, clip, wanted, { onProgress, signal });
      edit('hearTrack', clip.content!, heard);
    });
  return (
    <div className="track-choice">
      <Form.Select
        size="sm"
        aria-label="Sound track"
        value={wanted}
        onChange={({ target }) => setWanted(Number(target.value))}
      >
        {Array.from({ length: tracks }, (_, i) => (
          <option key={i} value={i}>
            Track {i + 1} of {tracks}
            {i === used && ', which is heard'}
          </option>
        ))}
      </Form.Select>
      {working ? (
        <Working {...working} onStop={stop} />
      ) : (
        wanted !== used && (
          <FileButton
            label={`Read track ${wanted + 1} from the file`}
            accept={VIDEOS}
            variant="outline-dark"
            onFiles={([file]) => hear(file!)}
          />
        )
      )}
    </div>
  );
}
