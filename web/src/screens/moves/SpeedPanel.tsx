import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { filmOf, landedMoment, type ShotFacts } from '@caesura/core/film';
import type { JoinFacts } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { crestsAt, keysNear, shapeOf, USUAL_CREST, usualCrest } from '@caesura/core/ramps';
import { percent, plural, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';

/** The speeds of a shot in a few figures. */
function figuresOf(plan: Plan, facts: ShotFacts): string {
  const { ramp, speed, used, start } = facts;
  const landed = landedMoment(filmOf(plan), facts);
  return [
    ramp ? plural(ramp.length, 'key') : percent(toNumber(speed)),
    used && `source ${used.lowest} to ${used.highest}`,
    landed && `moment ${landed.moment} on ${start + landed.after}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The speed of one shot at a cut, a usual ramp there, and the way to all of its speeds. */
function SideSpeeds({
  plan,
  facts,
  end,
  crest,
}: {
  plan: Plan;
  facts: ShotFacts;
  end: 'head' | 'tail';
  /** The speed at the cut itself; null where one of the shots shows no clip. */
  crest: number | null;
}) {
  const edit = useEdit();
  const { clip, index, ramp, length } = facts;
  if (!clip) return <p>No clip on this side.</p>;
  const lasts = Math.min(USUAL_CREST.length, Math.max(1, Math.floor(length / 2)));
  const shape = ramp && shapeOf(ramp);
  const giving = ramp && !shape ? keysNear(facts, end, lasts).length : 0;
  return (
    <section aria-label={end === 'tail' ? 'Outgoing speed' : 'Incoming speed'}>
      <h3>
        {end === 'tail' ? 'Outgoing' : 'Incoming'}: {clip.name}
      </h3>
      <p className="figures">
        {crest !== null && `${percent(crest)} at the cut · `}
        {figuresOf(plan, facts)}
      </p>
      <div className="buttons">
        {!shape?.[end] && (
          <Button
            variant="outline-dark"
            onClick={() => edit('rampAtCut', index, end, usualCrest(lasts))}
          >
            {end === 'tail' ? 'Ramp up into the cut' : 'Ramp down out of the cut'}
            {giving > 0 && `, in place of ${plural(giving, 'key')} there`}
          </Button>
        )}
        <Link to={`../speeds/${index + 1}`}>All of its speeds</Link>
      </div>
    </section>
  );
}

/** The speeds on both sides of a cut in figures; they are set on Speeds. */
export function SpeedPanel({ plan, facts }: { plan: Plan; facts: JoinFacts }) {
  const { out, into } = facts;
  const crests = crestsAt(out, into);
  return (
    <>
      <SideSpeeds plan={plan} facts={out} end="tail" crest={crests?.out ?? null} />
      <SideSpeeds plan={plan} facts={into} end="head" crest={crests?.into ?? null} />
    </>
  );
}
