import { useMemo } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';
import { tempoCurve } from '@caesura/core/listen';
import { correctedBeats } from '@caesura/core/film';
import type { Sound } from '@caesura/core/plan';
import { clock } from '../../app/format.ts';

const SIZE = { width: 268, height: 108 };
const MARGIN = { top: 6, right: 4, bottom: 0, left: 0 };
/** Points that are drawn at most. */
const MOST_POINTS = 400;

interface Point {
  readonly time: number;
  readonly value: number | null;
}

const thinned = (points: readonly Point[]): Point[] => {
  const every = Math.ceil(points.length / MOST_POINTS);
  return points.filter((_, i) => i % every === 0);
};

function Chart({
  label,
  unit,
  points,
  at,
}: {
  label: string;
  unit: string;
  points: readonly Point[];
  at: number;
}) {
  const values = points.flatMap((p) => (p.value === null ? [] : [p.value]));
  if (values.length < 2) return null;
  const [low, high] = [Math.floor(Math.min(...values)), Math.ceil(Math.max(...values))];
  return (
    <figure className="over-time">
      <figcaption>
        {label} in {unit}
      </figcaption>
      <LineChart
        {...SIZE}
        data={[...points]}
        margin={MARGIN}
        role="img"
        aria-label={`${label} over time`}
      >
        <CartesianGrid vertical={false} />
        <XAxis
          dataKey="time"
          type="number"
          domain={['dataMin', 'dataMax']}
          tickFormatter={clock}
          tickCount={4}
        />
        <YAxis
          domain={[low === high ? low - 1 : low, low === high ? high + 1 : high]}
          width={34}
          tickCount={3}
        />
        <Tooltip
          isAnimationActive={false}
          labelFormatter={(time) => clock(Number(time))}
          formatter={(value) => [`${Number(value).toFixed(1)} ${unit}`, label]}
        />
        <ReferenceLine x={at} className="over-time-at" />
        <Line
          dataKey="value"
          dot={false}
          isAnimationActive={false}
          connectNulls={false}
          className="over-time-line"
        />
      </LineChart>
    </figure>
  );
}

/** Tempo and loudness of a sound over time; `at` is the position in seconds of the file. */
export function OverTime({ sound, at }: { sound: Sound; at: number }) {
  const tempo = useMemo(() => {
    const beats = correctedBeats(sound);
    return thinned(
      tempoCurve(beats).map((p) => ({ time: p.at / beats.sampleRate, value: p.tempo })),
    );
  }, [sound]);
  const loudness = useMemo(
    () => thinned(sound.found.loudness.shortTerm.map((value, i) => ({ time: i + 1.5, value }))),
    [sound.found.loudness],
  );
  return (
    <>
      <h3>Over time</h3>
      <Chart label="Tempo" unit="BPM" points={tempo} at={at} />
      <Chart label="Loudness" unit="LUFS" points={loudness} at={at} />
    </>
  );
}
