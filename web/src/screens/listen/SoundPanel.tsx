import { useState, type ReactNode } from 'react';
import { Button, Tab, Tabs } from 'react-bootstrap';
import type { Ending } from '@caesura/core/edits';
import { correctedBeats } from '@caesura/core/film';
import type { Plan, Sound } from '@caesura/core/plan';
import type { Samples } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { DropLeftOut } from '../../components/DropLeftOut.tsx';
import type { Playing } from '../../sound/use-player.ts';
import { CueFiles } from './CueFiles.tsx';
import { CueSwitches } from './CueSwitches.tsx';
import { Endings } from './Endings.tsx';
import { MusicParts } from './MusicParts.tsx';
import { Heard } from './Heard.tsx';
import { OnFrames } from './OnFrames.tsx';
import { OverTime } from './OverTime.tsx';
import { PartUsed } from './PartUsed.tsx';
import { PlaySwitches } from './PlaySwitches.tsx';
import type { ListenSwitches } from './use-listening.ts';

interface Props {
  readonly plan: Plan;
  readonly sound: Sound;
  /** The position in seconds of the file. */
  readonly at: number;
  readonly switches: ListenSwitches;
  readonly onSwitch: (change: Partial<ListenSwitches>) => void;
  readonly canLoop: boolean;
  readonly playing: Playing['state'];
  readonly onPlay: () => void;
  readonly onStartHere: () => void;
  readonly onEndHere: () => void;
  readonly onHearEnding: (choice: Ending) => void;
  readonly onGo: (to: Samples) => void;
  readonly readings: ReactNode;
  readonly putRight: ReactNode;
  readonly sectionNames: ReactNode;
  readonly chooser: ReactNode;
}

/** A sound: playing it, what was heard in it, its cues, its corrections and the part used. */
export function SoundPanel(props: Props) {
  const { plan, sound } = props;
  const edit = useEdit();
  const [tab, setTab] = useState('cues');
  return (
    <aside className="panel" aria-label="The sound">
      <h2 className="panel-title">{sound.fileName}</h2>
      <p className="panel-sub figures">
        {(sound.analysis.length / sound.analysis.sampleRate).toFixed(3)} s ·{' '}
        {sound.analysis.sampleRate} Hz
      </p>
      <PlaySwitches
        switches={props.switches}
        onSwitch={props.onSwitch}
        canLoop={props.canLoop}
        playing={props.playing}
        onPlay={props.onPlay}
      />
      <h3>Heard</h3>
      <Heard heard={correctedBeats(sound)} sound={sound} onGo={props.onGo} />
      {sound.kind === 'music' && (
        <DropLeftOut
          plan={plan}
          others={
            <Button variant="link" size="sm" onClick={() => setTab('ending')}>
              Other parts
            </Button>
          }
        />
      )}
      {props.readings}
      <Tabs
        id="sound-tabs"
        variant="underline"
        activeKey={tab}
        onSelect={(key) => setTab(key ?? 'cues')}
        mountOnEnter
        unmountOnExit
      >
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
            <>
              <MusicParts plan={plan} sound={sound} onHear={props.onHearEnding} />
              <Endings plan={plan} sound={sound} onHear={props.onHearEnding} />
            </>
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
