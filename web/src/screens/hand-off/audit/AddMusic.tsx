import { useLocation } from 'react-router';
import type { MusicPlace } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { frames, toNumber } from '@caesura/core/time';
import { useEdit } from '../../../app/hooks.ts';
import { timecodeAt } from '../../../app/format.ts';
import { useTask } from '../../../app/use-task.ts';
import { DropArea, FileButton } from '../../../components/DropArea.tsx';
import { Working } from '../../../components/Working.tsx';
import { analyseFile } from '../../../files/analyse-file.ts';

/** Takes the song of a film that was read, and lays it as that film had it. */
export function AddMusic({ plan }: { plan: Plan }) {
  const edit = useEdit();
  const { working, run, stop } = useTask();
  const { state } = useLocation() as { state: { music?: MusicPlace | null } | null };
  const place = state?.music ?? null;
  const add = ([file]: File[]) => {
    if (!file) return;
    run(async (onStage, signal) => {
      const heard = await analyseFile(file, onStage, signal);
      // A film that does not say where its music begins is taken to begin with it.
      const { name, length } = { name: file.name, length: plan.score?.length ?? plan.target };
      const fromStart = { name, at: frames(0), from: 0, lasts: length, more: 0 };
      if (edit('setMusic', heard)) edit('layMusicAt', place ?? fromStart);
    });
  };
  if (working) return <Working {...working} onStop={stop} />;
  return (
    <DropArea hint="Drop the song here" onFiles={add}>
      <div className="add-music">
        <p>
          <b>There is no music to hold the cuts against.</b>{' '}
          {place
            ? `The film has “${place.name}” from ${timecodeAt(place.at, plan)}, from ${place.from.toFixed(2)} s of the file; it is laid there (a list says that to the frame: ${(1000 / toNumber(plan.rate)).toFixed(0)} ms).`
            : 'The film does not say where its music begins: the file is laid from its start, and can be moved.'}
          {place !== null &&
            place.more > 0 &&
            ` Of its ${place.more + 1} pieces the first is used.`}
        </p>
        <FileButton
          label="Add the song"
          accept="audio/*,.wav,.mp3,.flac,.ogg,.opus,.m4a"
          onFiles={add}
        />
      </div>
    </DropArea>
  );
}
