import { usePlan, useEdit } from '../../app/hooks.ts';
import { useTask } from '../../app/use-task.ts';
import { DropArea, FileButton } from '../../marks/DropArea.tsx';
import { Working } from '../../marks/Working.tsx';
import { hearFile } from './hear-file.ts';
import { MusicView } from './MusicView.tsx';

const SOUNDS = 'audio/*,.wav,.mp3,.flac,.ogg,.opus,.m4a';

/** The sound of the film: choose it, see what was heard in it, correct that, choose the part used. */
export default function ListenScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const { working, run, stop } = useTask();
  const hear = ([file]: File[]) =>
    run(async (onStage, signal) => {
      const music = await hearFile(file!, onStage, signal);
      edit('setMusic', music);
    });
  const button = (label: string, variant: 'dark' | 'outline-dark') => (
    <FileButton label={label} accept={SOUNDS} variant={variant} onFiles={hear} />
  );
  return (
    <DropArea onFiles={hear} hint="Drop the music here">
      {working ? (
        <Working {...working} onStop={stop} />
      ) : plan.music ? (
        <MusicView
          key={plan.music.media}
          plan={plan}
          music={plan.music}
          chooser={button('Choose another file', 'outline-dark')}
        />
      ) : (
        <div className="empty">
          <h2>No music yet</h2>
          <p>
            Drop a WAV, MP3, FLAC, OGG or M4A file anywhere here, or choose one. It is decoded and listened to on this
            machine; the beats it holds become the places where cuts can land.
          </p>
          {button('Choose a sound file', 'dark')}
          <p>Or open the plan “Open day teaser” from the list of plans to see one that is done.</p>
        </div>
      )}
    </DropArea>
  );
}
