import { filmOf, type Line } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { instantOfFrame, toNumber, type GivenFrames } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { percentOn } from '../../components/place.ts';

const secondsOf = (frame: GivenFrames, { rate }: Plan): number =>
  toNumber(instantOfFrame(frame, rate));

/** The cuts of another version on a line of the score, where this one has none. */
export function GhostCuts({ plan, other, line }: { plan: Plan; other: Plan; line: Line }) {
  const own = new Set(plan.score?.shots.map(({ start }) => secondsOf(start, plan).toFixed(4)));
  return filmOf(other)
    .joins.map(({ frame, into }) => ({ frame, into, at: secondsOf(frame, other) }))
    .filter(({ at }) => at >= line.from && at < line.to && !own.has(at.toFixed(4)))
    .map(({ frame, into, at }) => (
      <i
        key={frame}
        className="ghost-cut"
        style={{ left: `${percentOn(line, at)}%` }}
        role="img"
        aria-label={`Cut of the other version, frame ${frame}`}
        title={`The other version cuts here to ${into.clip?.name ?? 'no clip'} · frame ${frame} · ${timecodeAt(frame, other)}`}
      />
    ));
}
