import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Film, ShotFacts } from '@caesura/core/film';
import { effectiveAngle } from '@caesura/core/motion';
import type { Plan } from '@caesura/core/plan';
import {
  constantRamp,
  crestAdvice,
  crestsAt,
  fastAdvice,
  floorAdvice,
  keysNear,
  shapedRamp,
  shapeOf,
  toSpeed,
  USUAL_CREST,
  withSpeedAt,
  type Crest,
  type RampEnd,
} from '@caesura/core/ramps';
import {
  percent,
  plural,
  rational,
  toNumber,
  type FrameRate,
  type Rational,
} from '@caesura/core/time';
import { useCamera } from '../../app/use-camera.ts';
import { EasingField } from '../../fields/EasingField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { useSpeedEdit } from './use-held-edit.ts';

const ENDS = ['head', 'tail'] as const;
const WORDS: Readonly<Record<RampEnd, string>> = {
  head: 'Down out of the cut',
  tail: 'Up into the cut',
};

/** The speed of the shot beside at the cut between; null where there is none, or it is the same. */
function besideAt(film: Film, facts: ShotFacts, end: RampEnd): number | null {
  const { shots } = film;
  const [out, into] =
    end === 'head' ? [shots[facts.index - 1], facts] : [facts, shots[facts.index + 1]];
  const crests = out && into ? crestsAt(out, into) : null;
  if (!crests) return null;
  const [own, other] = end === 'head' ? [crests.into, crests.out] : [crests.out, crests.into];
  return Math.abs(own - other) < 0.005 ? null : other;
}

/** How footage filmed at the natural shutter of 180° looks at a speed, in whole degrees. */
function looksFilmedAt({ num, den }: FrameRate, plan: Plan, speed: Rational): number {
  return Math.round(toNumber(effectiveAngle(rational(den, 2 * num), plan.rate, speed)));
}

/** The speed at which a shot moves on screen as far as its neighbour at a cut, offered. */
function OnScreen({ film, facts, end }: { film: Film; facts: ShotFacts; end: RampEnd }) {
  const edit = useSpeedEdit();
  const { matchingAt } = useCamera(film.plan);
  const beside = film.shots[facts.index + (end === 'head' ? -1 : 1)];
  if (!beside) return null;
  const [cut, side, shots] =
    end === 'head'
      ? ([facts.index, 'into', { out: beside, into: facts }] as const)
      : ([facts.index + 1, 'out', { out: facts, into: beside }] as const);
  const speed = matchingAt(shots, side);
  return speed === null ? null : (
    <Button
      variant="link"
      size="sm"
      onClick={() => edit('matchSpeed', cut, speed, side)}
      title="By the movement of both clips over five frames at the cut"
    >
      {end === 'head' ? 'Start' : 'End'} at {percent(toNumber(speed))}, as far on screen as shot{' '}
      {beside.index + 1}
    </Button>
  );
}

/** The slow part of a shot, and ramps at its ends: fastest at the cut, over so many frames. */
export function RampEnds({ film, facts }: { film: Film; facts: ShotFacts }) {
  const edit = useSpeedEdit();
  const { plan } = film;
  const { index, ramp, speed, clip } = facts;
  const shape = ramp && shapeOf(ramp);
  const has = shape?.tail ?? shape?.head ?? USUAL_CREST;
  const [pen, setPen] = useState<Partial<Crest>>({});
  const { speed: top, length, ease } = { ...has, ...pen };
  const lasts = Math.min(length, Math.max(1, facts.length));
  const crest = { speed: top, length: lasts, ease };
  const giving = (end: RampEnd) => (!ramp || shape ? 0 : keysNear(facts, end, lasts).length);
  const crested = shape !== null && (shape.head !== null || shape.tail !== null);
  const floor = ramp ? (shape?.floor ?? null) : speed;
  const advice = [
    crestAdvice(lasts, toNumber(top)),
    facts.time && fastAdvice(facts.time, facts.length, plan.rate),
    clip && floor && floorAdvice(floor.num / floor.den, clip.rate, plan.rate),
  ].filter((text) => text !== null);
  const setFloor = (to: Rational) =>
    edit(
      'setRamp',
      index,
      crested ? shapedRamp({ ...shape, floor: to }) : to.num === to.den ? null : constantRamp(to),
    );
  return (
    <section aria-label="At the cuts">
      <h3>At the cuts</h3>
      {floor && (
        <NumberField
          label={crested ? 'Floor' : 'Speed of it all'}
          value={(100 * floor.num) / floor.den}
          unit="%"
          least={1}
          most={10_000}
          by={5}
          onCommit={(to) => setFloor(toSpeed(to / 100))}
        />
      )}
      <NumberField
        label="Crest"
        value={toNumber(top) * 100}
        unit="%"
        least={1}
        most={10_000}
        by={10}
        onCommit={(to) => {
          setPen({ ...pen, speed: toSpeed(to / 100) });
          return true;
        }}
      />
      <WholeField
        label="Over"
        value={length}
        least={1}
        most={10_000}
        also="f"
        onCommit={(to) => {
          setPen({ ...pen, length: to });
          return true;
        }}
      />
      <EasingField
        label="Crest easing"
        value={ease}
        onCommit={(to) => {
          setPen({ ...pen, ease: to });
          return true;
        }}
      />
      {advice.map((text) => (
        <p key={text} className="field-note">
          {text}
        </p>
      ))}
      {clip && (
        <p className="field-note">
          What was filmed at 180° is blurred at the crest as at{' '}
          {looksFilmedAt(clip.rate, plan, top)}°.
        </p>
      )}
      <div className="buttons">
        {ENDS.map((end) => (
          <Button
            key={end}
            variant="outline-dark"
            onClick={() => edit('rampAtCut', index, end, crest)}
          >
            {WORDS[end]}
            {giving(end) > 0 &&
              `, ${plural(giving(end), 'key')} there ${giving(end) === 1 ? 'gives' : 'give'} way`}
          </Button>
        ))}
        {ENDS.map((end) => {
          const beside = besideAt(film, facts, end);
          return beside === null ? null : (
            <Button
              key={`match ${end}`}
              variant="link"
              size="sm"
              onClick={() =>
                edit(
                  'setRamp',
                  index,
                  withSpeedAt(facts, end === 'head' ? 'start' : 'end', toSpeed(beside)),
                )
              }
            >
              {end === 'head' ? 'Start' : 'End'} at {percent(beside)}, as shot{' '}
              {end === 'head' ? index : index + 2} does there
            </Button>
          );
        })}
        {ENDS.map((end) => (
          <OnScreen key={end} {...{ film, facts, end }} />
        ))}
      </div>
    </section>
  );
}
