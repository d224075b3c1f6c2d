import { speedAt } from '@caesura/core/curves';
import { shotSpeed, type Film, type ShotFacts } from '@caesura/core/film';
import { compare, percent, rational } from '@caesura/core/time';
import { speedAxis, yOf, type SpeedAxis } from '../../components/log-speed.ts';
import type { Columns } from './bands.tsx';
import { shotsUnder } from './items.ts';

const HEIGHT = 46;
const MARGIN = 4;
/** Places on a column at which the line is worked out. */
const PLACES = 4;

/** The speeds of a shot over the frames of it that are in the columns. */
interface ShotSpeeds {
  readonly facts: ShotFacts;
  readonly points: readonly { readonly frame: number; readonly speed: number }[];
}

/** What is drawn of the speeds under some columns; null where everything goes as it was filmed. */
export interface SpeedsUnder {
  readonly shots: readonly ShotSpeeds[];
  readonly axis: SpeedAxis;
  readonly low: number;
  readonly high: number;
}

const isNormal = (facts: ShotFacts): boolean => {
  const speed = shotSpeed(facts);
  return speed !== null && compare(speed, rational(1)) === 0;
};

/** The speeds of the shots under some columns. */
export function speedsUnder({ shots }: Film, { from, to }: Columns): SpeedsUnder | null {
  const under = shotsUnder(shots, from, to).filter(({ time }) => time);
  if (under.every(isNormal)) return null;
  const drawn = under.map((facts): ShotSpeeds => {
    const { start, end, time, length } = facts;
    const [first, last] = [Math.max(from, start), Math.min(to, end)];
    const points = Array.from({ length: (last - first) * PLACES + 1 }, (_, i) => {
      const frame = first + i / PLACES;
      return { frame, speed: speedAt(time!.curve, Math.min(length - 1e-6, frame - start)) };
    });
    return { facts, points };
  });
  const all = drawn.flatMap(({ points }) => points.map(({ speed }) => speed));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const height = HEIGHT - 2 * MARGIN;
  // Its edges are the figures beside it, where it has two that a logarithm knows.
  const axis = low > 0 && high > low ? { low, high, height } : speedAxis(all, height);
  return { shots: drawn, axis, low, high };
}

/** The speeds under the columns as a line on a logarithmic axis, a dot on every frame. */
export function SpeedBand({ speeds, columns }: { speeds: SpeedsUnder; columns: Columns }) {
  const { from, to, width } = columns;
  const x = (frame: number) => (frame - from) * width;
  const y = (speed: number) => MARGIN + yOf(speeds.axis, speed);
  return (
    <svg
      className="speed-band"
      width={(to - from) * width}
      height={HEIGHT}
      role="img"
      aria-label="Speeds under the columns"
    >
      <line className="curve-rule" x1={0} x2={(to - from) * width} y1={y(1)} y2={y(1)} />
      {speeds.shots.map(({ facts, points }) => (
        <g key={facts.index}>
          <path
            d={points
              .map(({ frame, speed }, i) => `${i === 0 ? 'M' : 'L'}${x(frame)} ${y(speed)}`)
              .join('')}
          />
          {width >= 5 &&
            points
              .filter((_, i) => i % PLACES === 0 && i < points.length - 1)
              .map(({ frame, speed }) => (
                <circle key={frame} cx={x(frame)} cy={y(speed)} r={2}>
                  <title>
                    {frame}: {percent(speed)}
                  </title>
                </circle>
              ))}
        </g>
      ))}
    </svg>
  );
}
