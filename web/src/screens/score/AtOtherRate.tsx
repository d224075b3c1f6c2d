import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { rateChange, roundedWords, type RateChange } from '@caesura/core/edits';
import { type ShotFacts, filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, frameRate, rateLabel, sameRate, type FrameRate } from '@caesura/core/time';
import { useCreatePlanMutation } from '../../app/api.ts';
import { counted, signed, timecodeAt } from '../../app/format.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { RateField } from '../../fields/RateField.tsx';

/** The plan at another rate with what was rounded, or why it cannot be. */
function atRate(plan: Plan, rate: FrameRate): RateChange | { error: CaesuraError } {
  try {
    return rateChange(plan, rate);
  } catch (error) {
    if (error instanceof CaesuraError) return { error };
    throw error;
  }
}

const offset = ({ landing }: ShotFacts): string =>
  landing ? `${signed(landing.offsetMilliseconds, 1)} ms` : '';

/**
 * What every cut, length and offset becomes at another rate, beside what it is; and a copy of the
 * plan at that rate.
 */
export function AtOtherRate({ plan, shots }: { plan: Plan; shots: readonly ShotFacts[] }) {
  const [rate, setRate] = useState(() =>
    sameRate(plan.rate, frameRate(25)) ? frameRate(24) : frameRate(25),
  );
  const [createPlan, { isLoading }] = useCreatePlanMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const other = useMemo(() => atRate(plan, rate), [plan, rate]);
  const there = useMemo(() => ('plan' in other ? filmOf(other.plan).shots : []), [other]);
  const copy = () => {
    if (!('plan' in other)) return;
    createPlan({ ...other.plan, name: `${plan.name.slice(0, 100)}, ${rateLabel(rate)} fps` })
      .unwrap()
      .then(({ id }) => navigate(`/plans/${id}/score`))
      .catch((error: unknown) => dispatch(problem(error)));
  };
  const moved = there.filter((s, i) => shots[i]?.landing?.onCue && !s.landing?.onCue).length;
  return (
    <div className="at-rate">
      <div className="buttons table-bar">
        <RateField label="Rate" value={rate} onCommit={(next) => (setRate(next), true)} />
        <Button
          variant="outline-dark"
          size="sm"
          disabled={isLoading || !('plan' in other)}
          onClick={copy}
        >
          Make a copy at this rate
        </Button>
        {'plan' in other && (
          <span>
            {counted(other.plan.score?.length ?? other.plan.target, 'frame')};{' '}
            {moved === 0
              ? 'every cut that is on a cue stays on it'
              : `${counted(moved, 'cut')} off a cue`}
            . {roundedWords(other.rounded) || 'All else keeps its time to the frame.'}
          </span>
        )}
      </div>
      {'error' in other ? (
        <p role="alert">
          {other.error.message} {other.error.mend}
        </p>
      ) : (
        <div className="shot-table-rows">
          <table className="figures-table">
            <thead>
              <tr>
                <th scope="col">Shot</th>
                <th scope="col">Start</th>
                <th scope="col">Timecode</th>
                <th scope="col">Frames</th>
                <th scope="col">Off</th>
                <th scope="col">Start, {rateLabel(rate)}</th>
                <th scope="col">Timecode</th>
                <th scope="col">Frames</th>
                <th scope="col">Off</th>
              </tr>
            </thead>
            <tbody>
              {shots.map((shot, i) => {
                const then = there[i];
                return (
                  <tr key={shot.shot.id}>
                    <th scope="row">{shot.index + 1}</th>
                    <td>{shot.start}</td>
                    <td>{timecodeAt(shot.start, plan)}</td>
                    <td>{shot.length}</td>
                    <td>{offset(shot)}</td>
                    <td>{then?.start}</td>
                    <td>{then && timecodeAt(then.start, other.plan)}</td>
                    <td>{then?.length}</td>
                    <td>{then && offset(then)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
