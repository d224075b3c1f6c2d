import { Button, ButtonGroup, Form } from 'react-bootstrap';
import { meetingOf, type Met } from '@caesura/core/footage';
import { cutFigures, cutLimits, faultsOf, lengthContext, type Plan, type ShotFacts } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import { counted, percentText, signed, timecodeAt } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useSights } from '../../app/use-sight.ts';
import { LengthField } from '../../fields/LengthField.tsx';
import { FaultList } from '../../marks/FaultList.tsx';

interface Props {
  readonly plan: Plan;
  readonly shots: readonly ShotFacts[];
  readonly selected: number | null;
  readonly onSelect: (cut: number | null) => void;
  readonly onToCue: (direction: 1 | -1) => void;
  readonly onNudge: (by: 1 | -1) => void;
  readonly onRemove: () => void;
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

/** How the pictures on either side of a cut go together; nothing while one of them was not watched. */
function PicturesMeet({ before, facts }: { before: ShotFacts; facts: ShotFacts }) {
  const clips = [before.clip, facts.clip].filter((clip) => clip !== null);
  const sightOf = useSights(clips);
  const met = ({ clip, sourceIn, sourceOut }: ShotFacts): Met | null => {
    const sight = clip && sightOf(clip);
    return (
      sight && {
        frames: sight.frames,
        looks: sight.looks,
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
      <dd className="figures">{percentText(Math.round(100 * meeting.likeness.whole) / 100)}</dd>
      {meeting.warnings.length > 0 && (
        <>
          <dt>Mind</dt>
          <dd>{meeting.warnings.join('; ')}</dd>
        </>
      )}
    </>
  );
}

function ClipChoice({ plan, facts, label }: { plan: Plan; facts: ShotFacts; label: string }) {
  const edit = useEdit();
  return (
    <Form.Group className="clip-choice" controlId={`clip-of-${facts.index}`}>
      <Form.Label>
        {label} · <span className="figures">{facts.length} f</span>
      </Form.Label>
      <Form.Select
        value={facts.shot.clip ?? ''}
        onChange={(event) => edit('setShotClip', facts.index, event.target.value || null)}
      >
        <option value="">No clip</option>
        {plan.clips.map((clip) => (
          <option key={clip.id} value={clip.id}>
            {clip.name}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

function OneCut({
  plan,
  shots,
  cut,
  onToCue,
  onNudge,
  onRemove,
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
        <Button variant="outline-dark" onClick={() => onToCue(-1)} title="Move the cut to the cue before ([)">
          Earlier cue
        </Button>
        <Button variant="outline-dark" onClick={() => onToCue(1)} title="Move the cut to the cue after (])">
          Later cue
        </Button>
        <ButtonGroup aria-label="Nudge">
          <Button variant="outline-dark" onClick={() => onNudge(-1)} title="Move the cut a frame earlier (Shift ←)">
            −1 f
          </Button>
          <Button variant="outline-dark" onClick={() => onNudge(1)} title="Move the cut a frame later (Shift →)">
            +1 f
          </Button>
        </ButtonGroup>
        <Button variant="outline-dark" onClick={onRemove} title="Let the shot before run on (Del)">
          Remove cut
        </Button>
      </div>
      <h3>Shots</h3>
      <ClipChoice plan={plan} facts={before} label={`Shot ${cut}, before`} />
      <ClipChoice plan={plan} facts={facts} label={`Shot ${cut + 1}, after`} />
    </>
  );
}

/** The selected cut with every figure, or the score as a whole; and what is wrong with it. */
export function CutPanel(props: Props) {
  const { plan, shots, selected, onSelect } = props;
  const faults = faultsOf(plan).filter((fault) => fault.step === 'score');
  const { cuts } = cutFigures(plan);
  return (
    <aside className="panel" aria-label="The cut">
      {selected !== null ? (
        <OneCut {...props} cut={selected} />
      ) : (
        <>
          <h2 className="panel-title">The score</h2>
          {cuts > 0 ? (
            <>
              <p>
                {counted(cuts, 'cut')}. Click one, or use ↑ and ↓, to see where it falls and to move it. Moving a cut
                changes only the two shots beside it; the total stays.
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
}
