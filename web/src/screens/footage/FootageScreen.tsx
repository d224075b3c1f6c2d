import { useState } from 'react';
import { nanoid } from '@reduxjs/toolkit';
import { Button } from 'react-bootstrap';
import type { Clip } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { DropArea, FileButton } from '../../marks/DropArea.tsx';
import { Working } from '../../marks/Working.tsx';
import { ClipCard } from './ClipCard.tsx';
import { ClipDialog } from './ClipDialog.tsx';
import { readClip, watchClip } from './read-clip.ts';

const VIDEOS = 'video/*,.mp4,.mov,.webm,.mkv,.m4v';

/** The clip being described: a new one, one of the plan, or one whose file does not tell its rate. */
interface Described {
  readonly clip: Partial<Clip> | null;
  readonly note?: string;
}

/** The clips of the film: dropped files, whose headers tell their frames, or entered by hand. */
export default function FootageScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  const [described, setDescribed] = useState<Described | null>(null);

  const addFiles = (files: File[]) =>
    run(async (onStage, signal) => {
      /** What was seen of a file; null, with a notice, where it cannot be watched: it is planned with all the same. */
      const watched = async (file: File, frames: number): Promise<string | null> => {
        const what = `Watching ${file.name}, ${files.indexOf(file) + 1} of ${files.length}`;
        try {
          onStage(what, 0);
          return await watchClip(file, frames, (done) => onStage(what, done), signal);
        } catch (error) {
          if (signal.aborted) throw error;
          dispatch(problem(error));
          return null;
        }
      };
      for (const [i, file] of files.entries()) {
        const what = `Reading ${file.name}, ${i + 1} of ${files.length}`;
        onStage(what, i / files.length);
        try {
          const { clip, mean, canDecode } = await readClip(
            file,
            (done) => onStage(what, (i + done) / files.length),
            signal,
          );
          const { rate, ...rest } = clip;
          if (rate) {
            const movement = canDecode && (await watched(file, rest.frames));
            edit('addClips', [{ ...rest, rate, ...(movement && { movement }) }]);
          } else
            setDescribed({
              clip: { ...rest, id: undefined } as unknown as Partial<Clip>,
              note: `The frames of “${file.name}” are unevenly spaced, ${mean?.toFixed(2)} a second on average. Give the rate that your editing program will use for it.`,
            });
        } catch (error) {
          // One bad file must not keep the others out.
          if (signal.aborted) throw error;
          dispatch(problem(error));
        }
      }
    });
  const finish = (clip: Clip) => {
    const known = plan.clips.some((c) => c.id === clip.id);
    if (known ? edit('changeClip', clip) : edit('addClips', [clip])) setDescribed(null);
  };
  const buttons = (
    <>
      <Button variant="outline-dark" onClick={() => setDescribed({ clip: null })}>
        Enter by hand
      </Button>
      <FileButton label="Choose video files" accept={VIDEOS} multiple onFiles={addFiles} />
    </>
  );
  const used = (id: string) => plan.score?.shots.filter((shot) => shot.clip === id).length ?? 0;
  return (
    <DropArea onFiles={addFiles} hint="Drop clips here">
      <div className="footage">
        {working && <Working {...working} onStop={stop} />}
        {plan.clips.length === 0 && !working ? (
          <div className="empty">
            <h2>No clips yet</h2>
            <p>
              Drop video files anywhere here, or choose them. Their frames, rate and size are read from the files
              themselves. Clips that are not at hand can be entered.
            </p>
            <div className="buttons">{buttons}</div>
          </div>
        ) : (
          <>
            <div className="page-head">
              <h2>{counted(plan.clips.length, 'clip')}</h2>
              <p>in the order in which they are laid out</p>
              {buttons}
            </div>
            <ul className="cards">
              {plan.clips.map((clip, place) => (
                <ClipCard
                  key={clip.id}
                  clip={clip}
                  planRate={plan.rate}
                  place={place}
                  count={plan.clips.length}
                  used={used(clip.id)}
                  onEdit={() => setDescribed({ clip })}
                  onRemove={() => edit('removeClip', clip.id)}
                  onMove={(by) => edit('moveClip', clip.id, by)}
                  onEndAt={(out) => edit('endUsableAt', clip.id, out)}
                  onSplit={(at) => edit('splitClip', clip.id, at, nanoid())}
                />
              ))}
            </ul>
          </>
        )}
      </div>
      {described && (
        <ClipDialog
          {...described}
          title={described.clip?.id ? 'Change the clip' : 'A clip by hand'}
          onDone={finish}
          onClose={() => setDescribed(null)}
        />
      )}
    </DropArea>
  );
}
