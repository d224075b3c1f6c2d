import { speedAt } from '@caesura/core/curves';
import { filmOf, landedMoment, rampOf, type ShotFacts } from '@caesura/core/film';
import { effectiveAngle } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import {
  shapedRamp,
  shapeOf,
  keysNear,
  USUAL_CREST,
  usualCrest,
  type RampShape,
} from '@caesura/core/ramps';
import {
  compare,
  percent,
  rational,
  semitonesOf,
  toNumber,
  type FrameRate,
  type Rational,
} from '@caesura/core/time';
import { Button, ButtonGroup } from 'react-bootstrap';
import { counted, signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useAppSelector } from '../../app/store.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { EasingField } from './EasingField.tsx';
import { Landings } from './Landings.tsx';
import { RampGroups } from './RampGroups.tsx';
import { RampKeys, speedOfPercent } from './RampKeys.tsx';
import { SourceFields } from './SourceFields.tsx';

const NORMAL = rational(1);
const STILL = [{ from: 'start', at: 0, speed: { num: 0, den: 1 }, ease: 'linear' }] as const;
const BACKWARDS = [{ from: 'start', at: 0, speed: { num: -1, den: 1 }, ease: 'linear' }] as const;

/**
 * How footage filmed at the natural shutter of 180° looks in the film at a speed, in whole degrees.
 */
function looksFilmedAt(rate: FrameRate, plan: Plan, speed: Rational): number {
  const exposure = rational(rate.den, 2 * rate.num);
  return Math.round(toNumber(effectiveAngle(exposure, plan.rate, speed)));
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
  const position = useAppSelector((state) => state.view.frame);
  const { clip, index, shot, length, speed, time, used, start } = facts;
  if (!clip || !time || !used) return <p>No clip on this side.</p>;
  const ramp = rampOf(plan, shot);
  const shape = ramp && shapeOf(ramp);
  const group = plan.ramps.find((r) => r.id === shot.rampOf);
  const landed = landedMoment(filmOf(plan), facts);
  const put = (next: RampShape) =>
    group && !shot.ramp
      ? edit('changeRampGroup', group.id, shapedRamp(next))
      : edit('setRamp', index, next.head || next.tail ? shapedRamp(next) : null);
  const crest = shape?.[end];
  const lasts = Math.min(USUAL_CREST.length, Math.max(1, Math.floor(length / 2)));
  // A ramp with keys of its own keeps those farther away.
  const giving = shape ? 0 : keysNear(facts, end, lasts).length;
  const fastest = crest?.speed ?? (ramp ? null : speed);
  const other =
    fastest && compare(fastest, NORMAL) !== 0 && compare(fastest, rational(0)) !== 0
      ? fastest
      : null;
  const at = position - start;
  return (
    <section aria-label={end === 'tail' ? 'Outgoing speed' : 'Incoming speed'}>
      <h3>
        {end === 'tail' ? 'Outgoing' : 'Incoming'}: {clip.name}
      </h3>
      <p className="figures">
        {ramp ? 'ramp' : percent(toNumber(speed))} · source {used.lowest}–{used.highest}
        {landed && ` · moment ${landed.moment} on ${start + landed.after}`}
      </p>
      {other && (
        <p>
          At {percent(toNumber(other))} what was filmed at 180° is blurred as at{' '}
          {looksFilmedAt(clip.rate, plan, other)}°
          {!ramp && `, and its sound would be ${signed(semitonesOf(other), 1)} st off`}.
        </p>
      )}
      {!crest && (
        <Button
          variant="outline-dark"
          onClick={() => edit('rampAtCut', index, end, usualCrest(lasts))}
          title={
            giving > 0
              ? `${counted(giving, 'key')} within ${lasts} frames of the cut would give way`
              : undefined
          }
        >
          {end === 'tail' ? 'Ramp up into the cut' : 'Ramp down out of the cut'}
          {giving > 0 && `, in place of ${counted(giving, 'key')} there`}
        </Button>
      )}
      {crest && shape && (
        <>
          {(
            [
              ['Floor', shape.floor, 1000, 5, (v: Rational) => ({ ...shape, floor: v })],
              [
                'Crest',
                crest.speed,
                10_000,
                10,
                (v: Rational) => ({ ...shape, [end]: { ...crest, speed: v } }),
              ],
            ] as const
          ).map(([label, value, most, by, changed]) => (
            <NumberField
              key={label}
              {...{ label, most, by }}
              value={toNumber(value) * 100}
              unit="%"
              least={0}
              onCommit={(v) => put(changed(speedOfPercent(v)))}
            />
          ))}
          <WholeField
            label="Ramp length"
            value={crest.length}
            least={1}
            most={length}
            also="f"
            onCommit={(n) => put({ ...shape, [end]: { ...crest, length: n } })}
          />
          <EasingField
            label="Ramp easing"
            value={crest.ease}
            onCommit={(ease) => put({ ...shape, [end]: { ...crest, ease } })}
          />
          <SourceFields plan={plan} facts={facts} shape={shape} end={end} />
          <div className="buttons">
            <Button variant="outline-dark" onClick={() => put({ ...shape, [end]: null })}>
              Take the ramp away
            </Button>
            {!group && (
              <Button
                variant="outline-dark"
                onClick={() => edit('keepRamp', index, `Ramp of shot ${index + 1}`)}
              >
                Keep for others
              </Button>
            )}
          </div>
        </>
      )}
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
      <div className="buttons">
        {at >= 0 && at <= length && (
          <Button
            variant="outline-dark"
            onClick={() =>
              edit('setRampKey', index, {
                at,
                speed: speedOfPercent(100 * speedAt(time.curve, at)),
              })
            }
            title="A key where the position is, at the speed there"
          >
            Key at frame {position}
          </Button>
        )}
        <ButtonGroup aria-label="Whole shot">
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, STILL)}>
            Freeze
          </Button>
          <Button
            variant="outline-dark"
            onClick={() => edit('placeRamp', index, BACKWARDS, used.highest)}
          >
            Reverse
          </Button>
        </ButtonGroup>
      </div>
    </section>
  );
}
