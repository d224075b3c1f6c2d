import { Pause, Play } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, Form, Tab, Tabs } from 'react-bootstrap';
import type { EndingChoice } from '@caesura/core/endings';
import { TRUSTED, type Analysis } from '@caesura/core/listen';
import { correctedBeats } from '@caesura/core/film';
import type { CueKind, Plan, Sound } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import type { Playing } from '../../sound/use-player.ts';
import { CueFiles } from './CueFiles.tsx';
import { CueSwitches } from './CueSwitches.tsx';
import { Endings } from './Endings.tsx';
import { CUE_LABELS, LISTED_KINDS } from './kinds.ts';
import { OnFrames } from './OnFrames.tsx';
import { OverTime } from './OverTime.tsx';
import { PartUsed } from './PartUsed.tsx';

interface Props {
  readonly plan: Plan;
  readonly sound: Sound;
  /** The position in seconds of the file. */
  readonly at: number;
  readonly click: boolean;
  readonly onClick: (on: boolean) => void;
  readonly tick: CueKind | null;
  readonly onTick: (kind: CueKind | null) => void;
  readonly loop: boolean;
  readonly onLoop: (on: boolean) => void;
  readonly canLoop: boolean;
  readonly slow: boolean;
  readonly onSlow: (on: boolean) => void;
  readonly playing: Playing['state'];
  readonly onPlay: () => void;
  readonly onStartHere: () => void;
  readonly onEndHere: () => void;
  readonly onHearEnding: (choice: EndingChoice) => void;
  readonly putRight: ReactNode;
  readonly sectionNames: ReactNode;
  readonly chooser: ReactNode;
}

function Heard({ heard, sound }: { heard: Analysis; sound: Sound }) {
  const { integrated } = sound.found.loudness;
  const loudness = (
    <>
      <dt>Loudness</dt>
      <dd className="figures">
        {integrated === null ? 'silent' : `${integrated.toFixed(1)} LUFS`}
      </dd>
    </>
  );
  if (heard.beats.length === 0)
    return (
      <>
        <dl className="facts">{loudness}</dl>
        {sound.kind === 'music' && (
          <div className="fault" role="alert">
            <b>No beats were heard.</b> The file is silent, too short, or has no pulse. Play it and
            tap along, choose another file, or lay out with a pace in seconds or frames.
          </div>
        )}
      </>
    );
  const doubtful = heard.confidence < TRUSTED && sound.kind === 'music';
  return (
    <>
      <dl className="facts">
        <dt>Tempo</dt>
        <dd className="figures">≈ {heard.tempo?.toFixed(2)} BPM</dd>
        <dt>Beats</dt>
        <dd className="figures">{heard.beats.length}</dd>
        <dt>Bars of {heard.beatsPerBar}</dt>
        <dd className="figures">{heard.downbeats.length}</dd>
        <dt>Certainty</dt>
        <dd className="figures">{Math.round(100 * heard.confidence)} %</dd>
        {loudness}
      </dl>
      {doubtful && (
        <div className="fault" role="alert">
          <b>The beats are a guess.</b> Play with the click and hear whether they fit. If not, tap
          along while it plays, or use a pace in seconds.
        </div>
      )}
    </>
  );
}

/** A sound: playing it, what was heard in it, its cues, its corrections and the part used. */
export function SoundPanel(props: Props) {
  const { plan, sound, playing } = props;
  const edit = useEdit();
  return (
    <aside className="panel" aria-label="The sound">
      <h2 className="panel-title">{sound.fileName}</h2>
      <p className="panel-sub figures">
        {(sound.analysis.length / sound.analysis.sampleRate).toFixed(3)} s ·{' '}
        {sound.analysis.sampleRate} Hz
      </p>
      <div className="buttons">
        <Button variant="dark" onClick={props.onPlay} disabled={playing === 'loading'}>
          {playing === 'playing' ? <Pause size={16} /> : <Play size={16} />}
          {playing === 'playing' ? ' Stop' : playing === 'loading' ? ' Loading' : ' Play'}
        </Button>
        <Form.Check
          type="switch"
          id="click"
          label="Click on the beats"
          checked={props.click}
          onChange={(event) => props.onClick(event.target.checked)}
        />
        <Form.Check
          type="switch"
          id="loop"
          label="Loop the range"
          checked={props.loop}
          disabled={!props.canLoop}
          onChange={(event) => props.onLoop(event.target.checked)}
        />
        <Form.Check
          type="switch"
          id="slow"
          label="Half speed"
          title="Pitch kept; heard from the next start on (J)"
          checked={props.slow}
          onChange={(event) => props.onSlow(event.target.checked)}
        />
      </div>
      <Form.Group className="field field-narrow">
        <Form.Label htmlFor="tick">Soft tick on</Form.Label>
        <Form.Select
          id="tick"
          value={props.tick ?? ''}
          onChange={(event) => props.onTick((event.target.value || null) as CueKind | null)}
        >
          <option value="">nothing</option>
          {LISTED_KINDS.filter((kind) => kind !== 'beat' && kind !== 'downbeat').map((kind) => (
            <option key={kind} value={kind}>
              {CUE_LABELS[kind].toLowerCase()}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <h3>Heard</h3>
      <Heard heard={correctedBeats(sound)} sound={sound} />
      <Tabs id="sound-tabs" variant="underline" defaultActiveKey="cues" mountOnEnter unmountOnExit>
        <Tab eventKey="cues" title="Cues">
          <CueSwitches sound={sound} />
          {props.sectionNames}
        </Tab>
        <Tab eventKey="put-right" title="Put right">
          {props.putRight}
        </Tab>
        <Tab eventKey="ending" title="Ending">
          <PartUsed
            plan={plan}
            sound={sound}
            onStartHere={props.onStartHere}
            onEndHere={props.onEndHere}
          />
          {sound.kind === 'music' && (
            <Endings plan={plan} sound={sound} onHear={props.onHearEnding} />
          )}
        </Tab>
        <Tab eventKey="figures" title="Figures">
          <OverTime sound={sound} at={props.at} />
          <OnFrames plan={plan} sound={sound} />
        </Tab>
        <Tab eventKey="files" title="Files">
          <CueFiles sound={sound} />
          <h3>Sound file</h3>
          {sound.startGuessed && (
            <p className="hint">
              The file does not say where in it the sound starts, as some coders leave out; what is
              usual was taken off. If cuts come late or early throughout, shift all beats, or use a
              WAV file.
            </p>
          )}
          <div className="buttons">
            {props.chooser}
            <Button variant="outline-dark" onClick={() => edit('removeSound', sound.id)}>
              Remove
            </Button>
          </div>
        </Tab>
      </Tabs>
    </aside>
  );
}
