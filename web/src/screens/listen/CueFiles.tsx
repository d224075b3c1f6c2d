import { Button, ButtonGroup } from 'react-bootstrap';
import { CUE_FORMATS, cueEntriesOf, editsFrom, safeFileName } from '@caesura/core/handoff';
import type { Sound } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { download } from '../../app/download.ts';
import { useEdit } from '../../app/hooks.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { FileButton } from '../../marks/DropArea.tsx';
import { counted } from '../../app/format.ts';

/** Largest file of cues that is read, in bytes. */
const MOST_BYTES = 20e6;

/** Cues of a sound brought in from a file, and given out as one. */
export function CueFiles({ sound }: { sound: Sound }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const bringIn = async ([file]: File[]) => {
    try {
      const format = CUE_FORMATS.find((f) => file!.name.toLowerCase().endsWith(`.${f.id}`));
      if (!format || file!.size > MOST_BYTES)
        throw new CaesuraError(
          'no-cue-file',
          `“${file!.name}” is no file of cues${format ? ' that can be read: it is too large' : ''}.`,
          'Choose a .vtt, .srt or .csv file of up to 20 MB.',
        );
      const entries = format.read(await file!.text());
      const edits = editsFrom(entries, sound);
      if (edits.length > 0 && !edit('editCues', sound.id, edits)) return;
      const late = entries.length - edits.length;
      dispatch(
        noticed({
          kind: 'done',
          message: `${counted(edits.length, 'cue')} from “${file!.name}”${late > 0 ? `; ${counted(late, 'cue')} after the end of the sound left out` : ''}.`,
        }),
      );
    } catch (error) {
      dispatch(problem(error));
    }
  };
  return (
    <>
      <h3>Cues in files</h3>
      <div className="buttons">
        <FileButton
          label="Bring cues in"
          accept=".vtt,.srt,.csv"
          variant="outline-dark"
          onFiles={(f) => void bringIn(f)}
        />
        <ButtonGroup aria-label="Give cues out as">
          {CUE_FORMATS.map((format) => (
            <Button
              key={format.id}
              variant="outline-dark"
              title={`The cues that are switched on, as ${format.name}`}
              onClick={() =>
                download(safeFileName(sound.fileName, format.id), format.write(cueEntriesOf(sound)), format.mediaType)
              }
            >
              {format.name}
            </Button>
          ))}
        </ButtonGroup>
      </div>
    </>
  );
}
