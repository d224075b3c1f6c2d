import { useMemo } from 'react';
import {
  Bar,
  BarChart,
  CartesianGrid,
  Line,
  ComposedChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { wantedLength } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import type { ShotFacts } from '@caesura/core/film';
import { CaesuraError } from '@caesura/core/time';
import { clock } from '../../app/format.ts';
import { averageLength, distribution } from './pacing-figures.ts';

/** What length is wanted where, or nothing while the pace cannot be read. */
function wantedOf(plan: Plan) {
  try {
    return wantedLength(plan, plan.wishes.pacing);
  } catch (error) {
    if (error instanceof CaesuraError) return null;
    throw error;
  }
}

/** Shot length over time against the pace, how often each length comes, and the average. */
export default function PacingCharts({ plan, shots }: { plan: Plan; shots: readonly ShotFacts[] }) {
  const lengths = shots.map((s) => s.length);
  const over = useMemo(() => {
    const wanted = wantedOf(plan);
    const seconds = (frame: number) => (frame * plan.rate.den) / plan.rate.num;
    const points = shots.map((s) => ({
      at: seconds(s.start),
      length: s.length as number,
      wanted: wanted ? Math.round(wanted(s.start)) : null,
    }));
    const last = shots.at(-1);
    return last ? [...points, { ...points.at(-1)!, at: seconds(last.end) }] : points;
  }, [plan, shots]);
  const { average, middle } = averageLength(lengths);
  return (
    <div className="pacing-charts">
      <p>
        Average shot length <b className="figures">{average.toFixed(2)} f</b>,{' '}
        <span className="figures">{((average * plan.rate.den) / plan.rate.num).toFixed(3)} s</span>;
        the middle one <b className="figures">{middle} f</b>; shortest{' '}
        <span className="figures">{Math.min(...lengths)} f</span>, longest{' '}
        <span className="figures">{Math.max(...lengths)} f</span>.
      </p>
      <h3>Length of shots over the film, frames; the pace as a thin line</h3>
      <div className="chart" role="img" aria-label="Length of shots over the film against the pace">
        <ResponsiveContainer width="100%" height={230}>
          <ComposedChart data={over} margin={{ top: 8, right: 16, bottom: 4, left: 0 }}>
            <CartesianGrid vertical={false} />
            <XAxis
              dataKey="at"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={clock}
              stroke="var(--secondary)"
            />
            <YAxis stroke="var(--secondary)" width={44} />
            <Tooltip
              labelFormatter={(at) => clock(Number(at))}
              formatter={(value) => `${String(value)} f`}
            />
            <Line
              name="length"
              type="stepAfter"
              dataKey="length"
              stroke="var(--teal)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              name="pace"
              type="monotone"
              dataKey="wanted"
              stroke="var(--red)"
              strokeWidth={1}
              strokeDasharray="4 3"
              dot={false}
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <h3>How often each length comes</h3>
      <div className="chart" role="img" aria-label="How often each length of a shot comes">
        <ResponsiveContainer width="100%" height={180}>
          <BarChart data={distribution(lengths)} margin={{ top: 8, right: 16, bottom: 4, left: 0 }}>
            <CartesianGrid vertical={false} />
            <XAxis dataKey="label" stroke="var(--secondary)" />
            <YAxis allowDecimals={false} stroke="var(--secondary)" width={44} />
            <Tooltip labelFormatter={(label) => `${label as string} f`} />
            <Bar name="shots" dataKey="shots" fill="var(--slate)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </div>
    </div>
  );
}
