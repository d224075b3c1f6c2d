import { beatsOnFrames, correctedBeats } from '@caesura/core/film';
import type { Plan, Sound } from '@caesura/core/plan';
import {
  frameLocks,
  rateLabel,
  rational,
  sameRate,
  toNumber,
  toText,
  USUAL_RATES,
} from '@caesura/core/time';
import { signed } from '../../app/format.ts';

/**
 * The beats of a sound against the frames of the plan's and the other rates, and the tempi that
 * lock to frames.
 */
export function OnFrames({ plan, sound }: { plan: Plan; sound: Sound }) {
  const { tempo } = correctedBeats(sound);
  const rates = USUAL_RATES.some((r) => sameRate(r, plan.rate))
    ? USUAL_RATES
    : [plan.rate, ...USUAL_RATES];
  const fits = rates.flatMap((rate) => beatsOnFrames(sound, rate) ?? []);
  if (tempo === null || fits.length === 0) return null;
  const locks = frameLocks(rational(Math.round(tempo * 1000), 1000), plan.rate);
  return (
    <>
      <h3>Beats on frames</h3>
      <p className="hint">
        Tempi near it that lock to frames at {rateLabel(plan.rate)} fps, with the varispeed that
        gets there:{' '}
        {locks
          .map(
            (l) =>
              `${toNumber(l.tempo).toFixed(2)} BPM (${toText(l.beatFrames)} f a beat, ${signed(l.varispeedPercent, 2)} %)`,
          )
          .join(' · ')}
        .
      </p>
      <table className="figures-table">
        <thead>
          <tr>
            <th scope="col">fps</th>
            <th scope="col">worst</th>
            <th scope="col">mean</th>
          </tr>
        </thead>
        <tbody>
          {fits.map((fit) => (
            <tr
              key={toText(fit.rate)}
              className={sameRate(fit.rate, plan.rate) ? 'is-chosen' : undefined}
            >
              <th scope="row">{rateLabel(fit.rate)}</th>
              <td>
                {fit.worstMilliseconds.toFixed(1)} ms · {fit.worstFrames.toFixed(2)} f
              </td>
              <td>{fit.meanMilliseconds.toFixed(1)} ms</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
