import { Button } from 'react-bootstrap';
import { doubtfulStretches, TRUSTED, type Analysis } from '@caesura/core/listen';
import type { Sound } from '@caesura/core/plan';
import type { Samples } from '@caesura/core/time';
import { clock, signed } from '../../app/format.ts';

/** What was heard in a sound in figures, and where it is doubtful. */
export function Heard({
  heard,
  sound,
  onGo,
}: {
  heard: Analysis;
  sound: Sound;
  onGo: (to: Samples) => void;
}) {
  const { integrated } = sound.found.loudness;
  const loudness = (
    <>
      <dt>Loudness</dt>
      <dd className="figures">
        {integrated === null ? 'silent' : `${signed(integrated, 1)} LUFS`}
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
  const stretches = heard.confidence < TRUSTED ? [] : doubtfulStretches(heard);
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
      {stretches.map(({ from, to, confidence }) => (
        <Button key={from} variant="link" size="sm" onClick={() => onGo(from)}>
          Doubtful from {clock(from / heard.sampleRate)} to {clock(to / heard.sampleRate)} (
          {Math.round(100 * confidence)} %)
        </Button>
      ))}
      {doubtful && (
        <div className="fault" role="alert">
          <b>The beats are a guess.</b> Play with the click and hear whether they fit. If not, tap
          along while it plays, or use a pace in seconds.
        </div>
      )}
    </>
  );
}
