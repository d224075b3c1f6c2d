import { Pause, Play } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import { TRUSTED, type Analysis } from '@caesura/core/listen';
import { musicEnd, type Music, type Plan } from '@caesura/core/plan';
import { counted, grouped, lengthTimecode, secondsOf } from '../../app/format.ts';
import type { Playing } from '../../app/use-player.ts';

interface Props {
  readonly plan: Plan;
  readonly music: Music;
  readonly heard: Analysis;
  readonly click: boolean;
  readonly onClick: (on: boolean) => void;
  readonly playing: Playing['state'];
  readonly onPlay: () => void;
  readonly onHalve: () => void;
  readonly onDouble: () => void;
  readonly onShift: () => void;
  readonly onStartHere: () => void;
  readonly onEndHere: () => void;
  readonly onWhole: () => void;
  readonly onRemove: () => void;
  readonly chooser: ReactNode;
}

function Heard({ heard }: { heard: Analysis }) {
  if (heard.beats.length === 0)
    return (
      <div className="fault" role="alert">
        <b>No beats were heard.</b> The file is silent, too short, or has no pulse. Choose another file, or lay out with
        a pace in seconds or frames.
      </div>
    );
  const doubtful = heard.confidence < TRUSTED;
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
      </dl>
      {doubtful && (
        <div className="fault" role="alert">
          <b>The beats are a guess.</b> Play with the click and see whether they fit; if not, use a pace in seconds.
        </div>
      )}
    </>
  );
}

/** What was heard in the music, its corrections, and the part used. */
export function MusicPanel(props: Props) {
  const { plan, music, heard, playing } = props;
  const end = musicEnd(music, plan.rate);
  const spare = end - plan.target;
  return (
    <aside className="panel" aria-label="The music">
      <h2 className="panel-title">{music.fileName}</h2>
      <p className="panel-sub figures">
        {(music.analysis.length / music.analysis.sampleRate).toFixed(3)} s · {music.analysis.sampleRate} Hz
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
      </div>
      <h3>Heard</h3>
      <Heard heard={heard} />
      {heard.beats.length > 0 && (
        <div className="buttons">
          <ButtonGroup aria-label="Beats">
            <Button variant="outline-dark" onClick={props.onHalve} title="Half as many beats (H)">
              Halve
            </Button>
            <Button variant="outline-dark" onClick={props.onDouble} title="Twice as many beats (D)">
              Double
            </Button>
          </ButtonGroup>
          <Button variant="outline-dark" onClick={props.onShift} title="The bar starts a beat later (B)">
            Shift downbeat
          </Button>
        </div>
      )}
      <h3>Part used</h3>
      <dl className="facts">
        <dt>From</dt>
        <dd className="figures">{(music.region.in / music.analysis.sampleRate).toFixed(3)} s</dd>
        <dt>To</dt>
        <dd className="figures">{(music.region.out / music.analysis.sampleRate).toFixed(3)} s</dd>
        <dt>Lasts</dt>
        <dd className="figures" title={`${lengthTimecode(end, plan)} · ${secondsOf(end, plan.rate)}`}>
          {grouped(end)} f
        </dd>
        <dt>Against the target</dt>
        <dd className="figures" title={secondsOf(Math.abs(spare), plan.rate)}>
          {spare === 0 ? 'exact' : `${counted(Math.abs(spare), 'frame')} ${spare > 0 ? 'spare' : 'short'}`}
        </dd>
      </dl>
      <div className="buttons">
        <Button variant="outline-dark" onClick={props.onStartHere} title="The film starts at the position (S)">
          Start here
        </Button>
        <Button variant="outline-dark" onClick={props.onEndHere} title="The music ends at the position (E)">
          End here
        </Button>
        <Button variant="outline-dark" onClick={props.onWhole}>
          Whole file
        </Button>
      </div>
      <h3>File</h3>
      <div className="buttons">
        {props.chooser}
        <Button variant="outline-dark" onClick={props.onRemove}>
          Remove
        </Button>
      </div>
    </aside>
  );
}
