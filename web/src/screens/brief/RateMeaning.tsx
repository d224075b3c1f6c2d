import { correctedBeats, tempoOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import {
  frameLocks,
  framesPerBeat,
  multiply,
  rateLabel,
  rational,
  sameRate,
  toNumber,
  toText,
  USUAL_RATES,
  type FrameRate,
  type Rational,
} from '@caesura/core/time';
import { signed } from '../../app/format.ts';

/** Frames as a number; a broken one to two places and marked as rounded. */
const figure = (value: Rational): string =>
  value.den === 1 ? String(value.num) : `≈ ${toNumber(value).toFixed(2)}`;

function locksText(tempo: Rational, rate: FrameRate): string {
  return frameLocks(tempo, rate)
    .map(
      (lock) =>
        `${toNumber(lock.tempo).toFixed(2)} BPM (${toText(lock.beatFrames)} f, ${signed(lock.varispeedPercent, 2)} %)`,
    )
    .join(' · ');
}

/**
 * What the rate means at once: half a second, a beat and a bar in frames, at this rate and the
 * others.
 */
export function RateMeaning({ plan }: { plan: Plan }) {
  const tempo = tempoOf(plan);
  const perBar = rational(plan.music ? correctedBeats(plan.music).beatsPerBar : 4);
  const usual = USUAL_RATES.some((rate) => sameRate(rate, plan.rate))
    ? USUAL_RATES
    : [plan.rate, ...USUAL_RATES];
  return (
    <section className="sheet" aria-labelledby="rate-meaning">
      <h2 id="rate-meaning">What the rate means</h2>
      <p>
        {tempo
          ? `At the music’s ${toNumber(tempo).toFixed(2)} BPM, in frames. ≈ marks a length that no whole number of frames holds.`
          : 'In frames. With music, a beat and a bar are shown too.'}
      </p>
      <table className="figures-table">
        <thead>
          <tr>
            <th scope="col">fps</th>
            <th scope="col">half a second</th>
            {tempo && <th scope="col">a beat</th>}
            {tempo && <th scope="col">a bar</th>}
            <th scope="col">one frame</th>
          </tr>
        </thead>
        <tbody>
          {usual.map((rate) => {
            const beat = tempo && framesPerBeat(tempo, rate);
            return (
              <tr
                key={toText(rate)}
                className={sameRate(rate, plan.rate) ? 'is-chosen' : undefined}
              >
                <th scope="row">{rateLabel(rate)}</th>
                <td>{figure(multiply(rational(1, 2), rate))}</td>
                {beat && <td>{figure(beat)}</td>}
                {beat && <td>{figure(multiply(perBar, beat))}</td>}
                <td>{(1000 / toNumber(rate)).toFixed(2)} ms</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {tempo && (
        <p>
          Tempi near it whose every beat is on a whole frame at {rateLabel(plan.rate)} fps, and the
          change of speed that gets there: {locksText(tempo, plan.rate)}.
        </p>
      )}
    </section>
  );
}
