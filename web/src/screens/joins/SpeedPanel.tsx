import { useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { distanceGone, speedAt } from '@caesura/core/curves';
import type { JoinFacts } from '@caesura/core/joins';
import { rampOf, strideOf, type Plan, type Ramp, type ShotFacts } from '@caesura/core/plan';
import {
  landedMoment,
  matchingSpeed,
  rampLengthFor,
  semitonesOf,
  shapedRamp,
  shapeOf,
  speedFor,
  USUAL_CREST,
  USUAL_FLOOR,
  usualCrest,
  withSpeedAt,
  type RampShape,
} from '@caesura/core/ramps';
import { compare, rational, toNumber, type Rational } from '@caesura/core/time';
import { counted, percentText, signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useAppSelector } from '../../app/store.ts';
import { Choose } from '../../fields/Choose.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { EasingField } from './EasingField.tsx';
import { Landings } from './Landings.tsx';
import { NumberField } from './MovePanel.tsx';

type End = 'head' | 'tail';

/** A speed in per cent as a fraction, to a hundredth. */
const speedOf = (percent: number): Rational => rational(Math.round(percent * 100), 10_000);
const per = (speed: Rational): number => toNumber(speed) * 100;

/** What a shot with a ramp goes through, and where to change it so that it ends elsewhere. */
function Inverse({ plan, facts, shape, end }: { plan: Plan; facts: ShotFacts; shape: RampShape; end: End }) {
  const edit = useEdit();
  const { clip, time, length, index } = facts;
  const [said, setSaid] = useState<string | null>(null);
  if (!clip || !time) return null;
  const stride = strideOf(clip.rate, plan.rate);
  const goes = Math.round(distanceGone(time.curve, length, stride));
  const solve = (wanted: number, what: 'crest' | 'floor' | 'length'): boolean => {
    const crest = shape[end]!;
    const solved =
      what === 'length'
        ? rampLengthFor((n) => shapedRamp({ ...shape, [end]: { ...crest, length: n } }), length, stride, wanted)
        : speedFor(
            (speed) =>
              shapedRamp(what === 'floor' ? { ...shape, floor: speed } : { ...shape, [end]: { ...crest, speed } }),
            length,
            stride,
            wanted,
          );
    const found: { ramp: Ramp } | null = solved.found ?? (solved.reason === null ? null : solved.nearest);
    setSaid(solved.reason === null ? null : `${solved.reason} The nearest is taken.`);
    return found ? edit('setRamp', index, found.ramp) : false;
  };
  return (
    <>
      {(['crest', 'floor', 'length'] as const).map((what) => (
        <WholeField
          key={what}
          label={`Source, by ${what === 'length' ? 'ramp length' : what}`}
          value={goes}
          least={1}
          most={1_000_000}
          also="go by"
          onCommit={(wanted) => solve(wanted, what)}
        />
      ))}
      {said && (
        <p className="wrong" role="status">
          {said}
        </p>
      )}
    </>
  );
}

/** The speeds of one shot at a cut. */
function SideSpeeds({ plan, facts, end }: { plan: Plan; facts: ShotFacts; end: End }) {
  const edit = useEdit();
  const position = useAppSelector((state) => state.view.frame);
  const { clip, index, shot, length } = facts;
  if (!clip) return <p>No clip on this side.</p>;
  const ramp = rampOf(plan, shot);
  const shape = ramp && shapeOf(ramp);
  const group = plan.ramps.find((r) => r.id === shot.rampOf);
  const landed = landedMoment(plan, facts);
  const put = (next: RampShape | null) =>
    group && next && !shot.ramp
      ? edit('changeRampGroup', group.id, shapedRamp(next))
      : edit('setRamp', index, next && (next.head || next.tail) ? shapedRamp(next) : null);
  const crest = shape?.[end];
  const start: RampShape = shape ?? { floor: ramp ? USUAL_FLOOR : rational(1), head: null, tail: null };
  const lasts = Math.min(USUAL_CREST.length, Math.max(1, Math.floor(length / 2)));
  return (
    <section aria-label={end === 'tail' ? 'Outgoing speed' : 'Incoming speed'}>
      <h3>
        {end === 'tail' ? 'Outgoing' : 'Incoming'}: {clip.name}
      </h3>
      <p className="figures">
        {ramp ? 'ramp' : percentText(toNumber(facts.speed))}
        {!ramp && compare(facts.speed, rational(1)) !== 0 && `, its sound ${signed(semitonesOf(facts.speed), 1)} st`} ·
        source {facts.used!.lowest}–{facts.used!.highest}
        {landed && ` · moment ${landed.moment} on ${facts.start + landed.after}`}
      </p>
      {!crest && (
        <Button variant="outline-dark" onClick={() => put({ ...start, [end]: usualCrest(lasts) })}>
          {end === 'tail' ? 'Ramp up into the cut' : 'Ramp down out of the cut'}
        </Button>
      )}
      {crest && shape && (
        <>
          <NumberField
            label="Floor"
            value={per(shape.floor)}
            unit="%"
            least={0}
            most={1000}
            by={5}
            onCommit={(v) => put({ ...shape, floor: speedOf(v) })}
          />
          <NumberField
            label="Crest"
            value={per(crest.speed)}
            unit="%"
            least={0}
            most={10_000}
            by={10}
            onCommit={(v) => put({ ...shape, [end]: { ...crest, speed: speedOf(v) } })}
          />
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
          <Inverse plan={plan} facts={facts} shape={shape} end={end} />
          <div className="buttons">
            <Button variant="outline-dark" onClick={() => put({ ...shape, [end]: null })}>
              Take the ramp away
            </Button>
            {!group && (
              <Button variant="outline-dark" onClick={() => edit('keepRamp', index, `Ramp of shot ${index + 1}`)}>
                Keep for others
              </Button>
            )}
          </div>
        </>
      )}
      {ramp && !shape && (
        <>
          <KeyList facts={facts} ramp={ramp} />
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, null)}>
            Take the ramp away
          </Button>
        </>
      )}
      {position >= facts.start && position <= facts.end && (
        <Button
          variant="outline-dark"
          onClick={() =>
            edit(
              'setRampKey',
              index,
              position - facts.start,
              speedOf(100 * speedAt(facts.time!.curve, position - facts.start)),
            )
          }
          title="A key where the position is, at the speed there"
        >
          Key at frame {position}
        </Button>
      )}
      <Landings plan={plan} facts={facts} />
      <div className="buttons">
        <ButtonGroup aria-label="Whole shot">
          <Button
            variant="outline-dark"
            onClick={() =>
              edit('setRamp', index, [{ from: 'start', at: 0, speed: { num: 0, den: 1 }, ease: 'linear' }])
            }
          >
            Freeze
          </Button>
          <Button
            variant="outline-dark"
            onClick={() =>
              edit(
                'placeRamp',
                index,
                [{ from: 'start', at: 0, speed: { num: -1, den: 1 }, ease: 'linear' }],
                facts.used!.highest,
              )
            }
          >
            Reverse
          </Button>
        </ButtonGroup>
      </div>
      {plan.ramps.length > 0 && (
        <Choose
          label="Follows"
          value={shot.ramp ? '' : (shot.rampOf ?? '')}
          of={{ '': 'its own', ...Object.fromEntries(plan.ramps.map((r) => [r.id, r.name])) } as Record<string, string>}
          onChoose={(id) => (id ? edit('followRamp', id, [index]) : ramp && edit('setRamp', index, ramp))}
        />
      )}
      {group && !shot.ramp && (
        <p>
          {counted(plan.score!.shots.filter((s) => s.rampOf === group.id).length, 'shot')} follow “{group.name}”; what
          is changed here is changed in all of them.
        </p>
      )}
    </section>
  );
}

/** The keys of a ramp that has no usual shape, in plan frames and source frames. */
function KeyList({ facts, ramp }: { facts: ShotFacts; ramp: Ramp }) {
  const edit = useEdit();
  const { length, start, time, index } = facts;
  return (
    <table className="key-list">
      <thead>
        <tr>
          <th>frame</th>
          <th>source</th>
          <th>speed</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {ramp.map((key, i) => {
          const at = key.from === 'start' ? key.at : length + key.at;
          return (
            <tr key={`${key.from} ${key.at} ${i}`}>
              <td className="figures">{start + at}</td>
              <td className="figures">{time?.at(at)}</td>
              <td>
                <NumberField
                  label={`Speed at ${start + at}`}
                  value={(100 * key.speed.num) / key.speed.den}
                  unit="%"
                  least={-10_000}
                  most={10_000}
                  by={10}
                  onCommit={(v) => edit('setRampKey', index, at, speedOf(v), key.ease)}
                />
              </td>
              <td>
                <Button
                  variant="link"
                  size="sm"
                  aria-label={`Remove the key at ${start + at}`}
                  onClick={() => edit('removeRampKey', index, i)}
                >
                  Remove
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The speeds on both sides of a cut, each with its ramp, and the match of one to the other. */
export function SpeedPanel({
  plan,
  facts,
  shiftAt,
}: {
  plan: Plan;
  facts: JoinFacts;
  /** Shift of the picture at a source frame, in widths a source frame; null where nothing is known. */
  shiftAt: (facts: ShotFacts, source: number) => number | null;
}) {
  const edit = useEdit();
  const { out, into } = facts;
  const match = () => {
    if (!out.clip || !into.clip || !out.time || !into.time) return null;
    const ends = shapeOf(rampOf(plan, out.shot) ?? [])?.tail?.speed ?? out.speed;
    const [a, b] = [shiftAt(out, out.time.at(out.length - 1)), shiftAt(into, into.time.at(0))];
    if (a === null || b === null) return null;
    const other = { speed: toNumber(ends), shift: a, stride: strideOf(out.clip.rate, plan.rate) };
    return matchingSpeed(other, { shift: b, stride: strideOf(into.clip.rate, plan.rate) });
  };
  const onScreen = match();
  return (
    <>
      <SideSpeeds plan={plan} facts={out} end="tail" />
      <SideSpeeds plan={plan} facts={into} end="head" />
      {onScreen && (
        <Button
          variant="outline-dark"
          onClick={() => edit('setRamp', into.index, withSpeedAt(plan, into, 'start', onScreen))}
          title="By the movement that was seen in both clips at the cut"
        >
          Match movement on screen: {percentText(toNumber(onScreen))} in
        </Button>
      )}
    </>
  );
}
