import { Button } from 'react-bootstrap';
import type { JoinFacts } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { percent, toNumber, type Rational } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { SideSpeeds } from './SideSpeeds.tsx';

/** The speeds on both sides of a cut, each with its ramp, and the match of one to the other. */
export function SpeedPanel({
  plan,
  facts,
  onScreen,
}: {
  plan: Plan;
  facts: JoinFacts;
  /** The speed of the incoming shot at which both move as far on screen; null if not known. */
  onScreen: Rational | null;
}) {
  const edit = useEdit();
  const { out, into } = facts;
  return (
    <>
      <SideSpeeds plan={plan} facts={out} end="tail" />
      <SideSpeeds plan={plan} facts={into} end="head" />
      {onScreen && (
        <Button
          variant="outline-dark"
          onClick={() => edit('matchSpeed', facts.cut, onScreen)}
          title="By the movement of both clips over five frames at the cut"
        >
          Match movement on screen: {percent(toNumber(onScreen))} in
        </Button>
      )}
    </>
  );
}
