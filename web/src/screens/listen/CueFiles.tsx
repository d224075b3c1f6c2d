import { Button } from 'react-bootstrap';
import {
  beatEntriesOf,
  broughtIn,
  CUE_FORMATS,
  cueEntriesOf,
  safeFileName,
  WAVE_CUES,
  withWaveCues,
  type WrittenCueFormat,
} from '@caesura/core/handoff';
import type { Sound } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { download } from '../../app/download.ts';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { FileButton } from '../../components/DropArea.tsx';
import { Working } from '../../components/Working.tsx';
import { waveOf } from '../../sound/wave-of.ts';

/** Largest file of cues that is read, in bytes; a sound file may be as large as memory takes. */
const MOST_BYTES = 20e6;
const MOST_SOUND_BYTES = 1e9;

const READ_FORMATS = [...CUE_FORMATS, WAVE_CUES];
const ENDINGS = READ_FORMATS.flatMap((f) => f.endings.map((ending) => `.${ending}`));

function formatOf(file: File) {
  const format = READ_FORMATS.find((f) =>
    f.endings.some((ending) => file.name.toLowerCase().endsWith(`.${ending}`)),
  );
  if (!format)
    throw new CaesuraError(
      'no-cue-file',
      `“${file.name}” is no file of cues.`,
      `Choose one of ${ENDINGS.join(', ')}.`,
    );
  const most = format === WAVE_CUES ? MOST_SOUND_BYTES : MOST_BYTES;
  if (file.size > most)
    throw new CaesuraError(
      'no-cue-file',
      `“${file.name}” is too large to be read for its cues.`,
      `Choose a file of up to ${most / 1e6} MB.`,
    );
  return format;
}

/** Cues of a sound brought in from a file, and given out as one. */
export function CueFiles({ sound }: { sound: Sound }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  const bringIn = async ([file]: File[]) => {
    try {
      const bytes = new Uint8Array(await file!.arrayBuffer());
      const lasts = sound.analysis.length / sound.analysis.sampleRate;
      const { cues, beats, outside } = broughtIn(formatOf(file!).read(bytes, lasts), sound);
      if ((cues.length > 0 || beats) && !edit('bringIn', sound.id, cues, beats)) return;
      const found = [
        ...(beats?.do === 'give' ? [counted(beats.beats.length, 'beat')] : []),
        ...(cues.length > 0 || !beats ? [counted(cues.length, 'cue')] : []),
      ];
      dispatch(
        noticed({
          kind: 'done',
          message: `${found.join(' and ')} from “${file!.name}”${outside > 0 ? `; ${outside} before the start or after the end of the sound left out` : ''}.`,
        }),
      );
    } catch (error) {
      dispatch(problem(error));
    }
  };
  const giveOut = ({ id, write, mediaType }: WrittenCueFormat) => {
    try {
      download(
        safeFileName(sound.fileName, id),
        write(cueEntriesOf(sound), beatEntriesOf(sound)),
        mediaType,
      );
    } catch (error) {
      dispatch(problem(error));
    }
  };
  const giveOutInSound = () =>
    run(async (onStage, signal) => {
      onStage('Writing the WAV file', null);
      const wave = await waveOf(sound, (f) => onStage('Writing the WAV file', f), signal);
      const name = safeFileName(`${sound.fileName.replace(/\.[^.]*$/, '')} with cues`, 'wav');
      download(name, withWaveCues(wave, cueEntriesOf(sound)), WAVE_CUES.mediaType);
    });
  return (
    <>
      <h3>Cues in files</h3>
      <div className="buttons">
        <FileButton
          label="Bring cues in"
          accept={ENDINGS.join(',')}
          variant="outline-dark"
          onFiles={(f) => void bringIn(f)}
        />
      </div>
      <div className="buttons" role="group" aria-label="Give cues out as">
        {CUE_FORMATS.map((format) => (
          <Button
            key={format.id}
            variant="outline-dark"
            title={
              format.id === 'txt'
                ? 'The beats, one time in a line with the number in the bar'
                : `The cues that are switched on, as ${format.name}${format.id === 'mid' ? ' with the beats as its tempo map' : ''}`
            }
            onClick={() => giveOut(format)}
          >
            {format.name}
          </Button>
        ))}
        <Button
          variant="outline-dark"
          title="The sound as WAV with the cues that are switched on as cue points in it"
          onClick={giveOutInSound}
        >
          {WAVE_CUES.name}
        </Button>
      </div>
      {working && <Working {...working} onStop={stop} />}
    </>
  );
}
