import { memo, useMemo, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { meetingOf, type Met } from '@caesura/core/footage';
import { cutFigures, cutLimits, type Payer } from '@caesura/core/edits';
import { lengthContext, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { percent, toNumber } from '@caesura/core/time';
import { faultsOn } from '../../app/fault-places.ts';
import { useFaults } from '../../app/faults.ts';
import { counted, signed, timecodeAt } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useClipAnalyses } from '../../app/use-clip-analysis.ts';
import { LengthField } from '../../fields/LengthField.tsx';
import { FaultList } from '../../components/FaultList.tsx';
import { ShotPanel } from './ShotPanel.tsx';

interface Props {
  readonly plan: Plan;
  readonly shots: readonly ShotFacts[];
  readonly selected: number | null;
  readonly onSelect: (cut: number | null) => void;
  readonly onToCue: (direction: 1 | -1) => void;
  readonly onNudge: (by: 1 | -1) => void;
  readonly onRemove: () => void;
  readonly onLock: () => void;
  readonly onSplit: () => void;
  /** Cuts selected with it, and what may be done with the stretch between them. */
  readonly also: readonly number[];
  readonly onRelay: () => void;
}

function Landing({ facts }: { facts: ShotFacts }) {
  const { landing } = facts;
  if (!landing) return null;
  return (
    <>
      <dt>{landing.onCue ? 'Falls on' : 'Nearest cue'}</dt>
      <dd>
        bar {landing.cue.bar} · beat {landing.cue.beat}
      </dd>
      <dt>Off the cue</dt>
      <dd className="figures">
        {signed(landing.offsetMilliseconds, 1)} ms · {signed(landing.offsetFrames, 2)} f
      </dd>
    </>
  );
}

/**
 * How the pictures on either side of a cut go together; nothing while one of them was not watched.
 */
function PicturesMeet({ before, facts }: { before: ShotFacts; facts: ShotFacts }) {
  const clips = [before.clip, facts.clip].filter((clip) => clip !== null);
  const clipAnalysisOf = useClipAnalyses(clips);
  const met = ({ clip, sourceIn, sourceOut }: ShotFacts): Met | null => {
    const analysis = clip && clipAnalysisOf(clip);
    return (
      analysis && {
        frames: analysis.frames,
        looks: analysis.looks,
        usable: { in: sourceIn, out: sourceOut },
        rate: toNumber(clip.rate),
      }
    );
  };
  const [one, next] = [met(before), met(facts)];
  const meeting = one && next && meetingOf(one, next);
  if (!meeting) return null;
  return (
    <>
      <dt title="In place, colour and exposure, estimated from small pictures">Pictures alike</dt>
      <dd className="figures">{percent(Math.round(100 * meeting.likeness.whole) / 100)}</dd>
      {meeting.warnings.length > 0 && (
        <>
          <dt>Mind</dt>
          <dd>{meeting.warnings.join('; ')}</dd>
        </>
      )}
    </>
  );
}

function OneCut({
  plan,
  shots,
  cut,
  onToCue,
  onNudge,
  onRemove,
  onLock,
}: Omit<Props, 'selected' | 'onSelect'> & { cut: number }) {
  const edit = useEdit();
  const [before, facts] = [shots[cut - 1]!, shots[cut]!];
  const { from, to } = cutLimits(plan, cut);
  return (
    <>
      <h2 className="panel-title">
        Cut {cut}{' '}
        <small>
          {before.clip?.name ?? 'No clip'} → {facts.clip?.name ?? 'No clip'}
        </small>
      </h2>
      <LengthField
        label="Frame"
        value={facts.start}
        written={String(facts.start)}
        also={
          <span>
            {from} to {to}
          </span>
        }
        context={lengthContext(plan)}
        onCommit={(frame) => edit('moveCut', cut, frame)}
      />
      <dl className="facts">
        <dt>Timecode</dt>
        <dd className="figures">{timecodeAt(facts.start, plan)}</dd>
        <Landing facts={facts} />
        <PicturesMeet before={before} facts={facts} />
      </dl>
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={() => onToCue(-1)}
          title="Move the cut to the cue before ([)"
        >
          Earlier cue
        </Button>
        <Button
          variant="outline-dark"
          onClick={() => onToCue(1)}
          title="Move the cut to the cue after (])"
        >
          Later cue
        </Button>
        <ButtonGroup aria-label="Nudge">
          <Button
            variant="outline-dark"
            onClick={() => onNudge(-1)}
            title="Move the cut a frame earlier (Shift ←)"
          >
            −1 f
          </Button>
          <Button
            variant="outline-dark"
            onClick={() => onNudge(1)}
            title="Move the cut a frame later (Shift →)"
          >
            +1 f
          </Button>
        </ButtonGroup>
        <Button variant="outline-dark" onClick={onRemove} title="Let the shot before run on (Del)">
          Remove cut
        </Button>
        <Button
          variant="outline-dark"
          aria-pressed={facts.shot.locked ?? false}
          onClick={onLock}
          title="A locked cut stays where it is, also when the film is laid out anew (L)"
        >
          {facts.shot.locked ? 'Unlock' : 'Lock'}
        </Button>
      </div>
    </>
  );
}

/** The selected cut with every figure, or the score as a whole; and what is wrong with it. */
export const CutPanel = memo(function WholePanel(props: Props) {
  const { plan, shots, selected, also, onSelect, onSplit, onRelay } = props;
  const [payer, setPayer] = useState<Payer>('next');
  const faults = faultsOn(useFaults().all, 'score');
  const { cuts } = useMemo(() => cutFigures(plan), [plan]);
  return (
    <aside className="panel" aria-label="The cut">
      {selected !== null ? (
        <>
          {selected > 0 ? (
            <OneCut {...props} cut={selected} />
          ) : (
            <h2 className="panel-title">The start</h2>
          )}
          {also.length > 0 && (
            <div className="buttons">
              <p>{also.length + 1} cuts selected; [ ] and Shift ← → move them together.</p>
              <Button variant="outline-dark" onClick={onRelay}>
                Propose this stretch anew
              </Button>
            </div>
          )}
          <ShotPanel
            key={shots[selected]!.shot.id}
            plan={plan}
            facts={shots[selected]!}
            last={shots.length - 1}
            payer={payer}
            onPayer={setPayer}
            onSplit={onSplit}
          />
        </>
      ) : (
        <>
          <h2 className="panel-title">The score</h2>
          {cuts > 0 ? (
            <>
              <p>
                {counted(cuts, 'cut')}. Click one, or use ↑ and ↓, to see where it falls and to move
                it. Moving a cut changes only the two shots beside it; the total stays.
              </p>
              <Button variant="outline-dark" onClick={() => onSelect(1)}>
                First cut
              </Button>
            </>
          ) : (
            <p>{shots.length === 1 ? 'One shot, no cuts.' : 'No cuts yet.'}</p>
          )}
        </>
      )}
      <FaultList faults={faults} />
    </aside>
  );
});
