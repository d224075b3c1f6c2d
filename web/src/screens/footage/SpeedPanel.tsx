import { framesAtRate, type FrameTimes } from '@caesura/core/footage';
import { atSpeed, slowestCleanSpeed, speedsFor } from '@caesura/core/film';
import type { Clip, Plan } from '@caesura/core/plan';
import { percent, rateLabel, rational, sameRate, toNumber } from '@caesura/core/time';
import { grouped, lengthTimecode } from '../../app/format.ts';
import type { ApplyEdit } from '../../app/hooks.ts';
import { RateField } from '../../fields/RateField.tsx';

interface Props {
  readonly plan: Plan;
  readonly clip: Clip;
  readonly times: FrameTimes | null;
  readonly edit: ApplyEdit;
}

/** How slow a clip can go, how long it is then, and its rate, to be corrected. */
export function SpeedPanel({ plan, clip, times, edit }: Props) {
  const slowest = slowestCleanSpeed(clip.rate, plan.rate);
  const speeds = speedsFor(clip, plan.rate);
  const half = atSpeed(clip, plan.rate, rational(1, 2));
  return (
    <div className="clip-panel">
      <p>
        {toNumber(slowest) >= 1
          ? `At ${rateLabel(clip.rate)} fps it cannot be slowed in a film of ${rateLabel(plan.rate)} without repeating frames.`
          : `Slowest clean speed ${percent(toNumber(slowest))}: ${rateLabel(clip.rate)} fps in a film of ${rateLabel(plan.rate)}.`}{' '}
        {half.repeats > 0
          ? `At half speed ${grouped(half.repeats)} of ${grouped(half.length)} frames repeat the one before.`
          : 'At half speed every frame is a new one.'}
      </p>
      <table className="figures-table">
        <thead>
          <tr>
            <th scope="col">Speed</th>
            <th scope="col">Length</th>
            <th scope="col">Timecode</th>
            <th scope="col">Repeats</th>
          </tr>
        </thead>
        <tbody>
          {speeds.map((speed) => {
            const { length, repeats } = atSpeed(clip, plan.rate, speed);
            return (
              <tr
                key={`${speed.num}/${speed.den}`}
                className={sameRate(speed, slowest) ? 'is-chosen' : undefined}
              >
                <td>{percent(toNumber(speed))}</td>
                <td>{grouped(length)} f</td>
                <td>{lengthTimecode(length, plan)}</td>
                <td>{repeats === 0 ? 'none' : `${grouped(repeats)} f`}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <h3>Its own rate</h3>
      <RateField
        label="Rate"
        value={clip.rate}
        onCommit={(rate) =>
          edit('correctClipRate', clip.id, rate, ...(times ? [framesAtRate(times, rate)] : []))
        }
      />
      <p className="hint">
        {clip.times
          ? 'Its frames are unevenly spaced: it is counted at this rate, by the time at which each frame is shown.'
          : 'For a clip that came in at the wrong rate: its frames stay, and it lasts as long as they do at the right one.'}
      </p>
    </div>
  );
}
