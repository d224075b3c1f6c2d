import { filmOf, landedMoment, rampOf, type ShotFacts } from '@caesura/core/film';
import { effectiveAngle } from '@caesura/core/motion';
import type { Plan } from '@caesura/core/plan';
import { shapeOf, keysNear, USUAL_CREST, usualCrest } from '@caesura/core/ramps';
import {
  compare,
  percent,
  rational,
  semitonesOf,
  toNumber,
  type FrameRate,
  type Rational,
} from '@caesura/core/time';
import { Button } from 'react-bootstrap';
import { counted, signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Landings } from './Landings.tsx';
import { RampGroups } from './RampGroups.tsx';
import { RampKeys } from './RampKeys.tsx';
import { RampShapeFields } from './RampShapeFields.tsx';
import { WholeShotSpeeds } from './WholeShotSpeeds.tsx';

const NORMAL = rational(1);

/**
 * How footage filmed at the natural shutter of 180° looks in the film at a speed, in whole degrees.
 */
function looksFilmedAt(rate: FrameRate, plan: Plan, speed: Rational): number {
  const exposure = rational(rate.den, 2 * rate.num);
  return Math.round(toNumber(effectiveAngle(exposure, plan.rate, speed)));
}

/** What a speed does to what was filmed: the blur of its shutter, and the pitch of its sound. */
function AtSpeed({ plan, facts, speed }: { plan: Plan; facts: ShotFacts; speed: Rational }) {
  if (!facts.clip || compare(speed, NORMAL) === 0 || compare(speed, rational(0)) === 0) return null;
  return (
    <p>
      At {percent(toNumber(speed))} what was filmed at 180° is blurred as at{' '}
      {looksFilmedAt(facts.clip.rate, plan, speed)}°
      {!rampOf(plan, facts.shot) &&
        `, and its sound would be ${signed(semitonesOf(speed), 1)} st off`}
      .
    </p>
  );
}

/** Gives an end of a shot a ramp, saying which keys give way to it. */
function RampHere({
  facts,
  end,
  shaped,
}: {
  facts: ShotFacts;
  end: 'head' | 'tail';
  /** Whether its ramp is of the usual shape; one with keys of its own keeps those farther away. */
  shaped: boolean;
}) {
  const edit = useEdit();
  const lasts = Math.min(USUAL_CREST.length, Math.max(1, Math.floor(facts.length / 2)));
  const giving = shaped ? 0 : keysNear(facts, end, lasts).length;
  const told =
    giving > 0
      ? `${counted(giving, 'key')} within ${lasts} frames of the cut would give way`
      : undefined;
  return (
    <Button
      variant="outline-dark"
      onClick={() => edit('rampAtCut', facts.index, end, usualCrest(lasts))}
      title={told}
    >
      {end === 'tail' ? 'Ramp up into the cut' : 'Ramp down out of the cut'}
      {giving > 0 && `, in place of ${counted(giving, 'key')} there`}
    </Button>
  );
}

/** The speeds of one shot at a cut: the outgoing one at its tail, the incoming at its head. */
export function SideSpeeds({
  plan,
  facts,
  end,
}: {
  plan: Plan;
  facts: ShotFacts;
  end: 'head' | 'tail';
}) {
  const edit = useEdit();
  const { clip, index, shot, speed, time, used, start } = facts;
  if (!clip || !time || !used) return <p>No clip on this side.</p>;
  const ramp = rampOf(plan, shot);
  const shape = ramp && shapeOf(ramp);
  const landed = landedMoment(filmOf(plan), facts);
  const crest = shape?.[end];
  const fastest = crest?.speed ?? (ramp ? null : speed);
  return (
    <section aria-label={end === 'tail' ? 'Outgoing speed' : 'Incoming speed'}>
      <h3>
        {end === 'tail' ? 'Outgoing' : 'Incoming'}: {clip.name}
      </h3>
      <p className="figures">
        {ramp ? 'ramp' : percent(toNumber(speed))} · source {used.lowest}–{used.highest}
        {landed && ` · moment ${landed.moment} on ${start + landed.after}`}
      </p>
      {fastest && <AtSpeed plan={plan} facts={facts} speed={fastest} />}
      {!crest && <RampHere facts={facts} end={end} shaped={shape !== null} />}
      {crest && shape && <RampShapeFields plan={plan} facts={facts} shape={shape} end={end} />}
      {ramp && !shape && (
        <>
          <RampKeys facts={facts} ramp={ramp} />
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, null)}>
            Take the ramp away
          </Button>
        </>
      )}
      <Landings plan={plan} facts={facts} />
      <RampGroups plan={plan} facts={facts} end={end} />
      <WholeShotSpeeds facts={facts} />
    </section>
  );
}
