import { useState } from 'react';
import { Table } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { nearestKind, type AuditedCut } from '@caesura/core/handoff';
import type { ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { signed, timecodeAt } from '../../../app/format.ts';
import { useRoving } from '../../../components/use-roving.ts';

const SORTS = { film: 'in the film', off: 'furthest off' } as const;

const nameOf = (facts: ShotFacts | undefined) => facts?.clip?.name ?? 'no clip';

/** Every cut with how far it is from its beat and from the nearest cue. */
export function CutTable({
  cuts,
  shots,
  plan,
  open,
}: {
  cuts: readonly AuditedCut[];
  shots: readonly ShotFacts[];
  plan: Plan;
  open: number | null;
}) {
  const { id } = useParams();
  const [sort, setSort] = useState<keyof typeof SORTS>('film');
  const off = ({ fromBeat }: AuditedCut) => Math.abs(fromBeat?.frames ?? 0);
  const roving = useRoving(cuts.length);
  const rows = sort === 'film' ? cuts : cuts.toSorted((a, b) => off(b) - off(a));
  return (
    <>
      <p className="sort-by">
        Cuts{' '}
        {Object.entries(SORTS).map(([key, name]) => (
          <button
            key={key}
            type="button"
            className="btn btn-sm btn-link"
            aria-pressed={sort === key}
            onClick={() => setSort(key as keyof typeof SORTS)}
          >
            {name}
          </button>
        ))}
      </p>
      <Table size="sm" className="proof-table">
        <thead>
          <tr>
            <th scope="col">Cut</th>
            <th scope="col">Timecode</th>
            <th scope="col">Nearest beat</th>
            <th scope="col">Off, f</th>
            <th scope="col">Off, ms</th>
            <th scope="col">Nearest cue</th>
            <th scope="col">From → to</th>
          </tr>
        </thead>
        {/* The keys are those of the links inside it. */}
        {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
        <tbody onKeyDown={roving.onKeyDown}>
          {rows.map((cut, i) => {
            const { fromBeat, offsets, frame } = cut;
            const kind = nearestKind(cut);
            const near = kind && offsets[kind];
            return (
              <tr key={cut.cut} className={cut.cut === open ? 'is-open' : undefined}>
                <td className="figures">
                  <Link to={`/plans/${id}/moves/${cut.cut}`} {...roving.stop(i)}>
                    {cut.cut}
                  </Link>
                </td>
                <td className="figures">{timecodeAt(frame, plan)}</td>
                <td>
                  {fromBeat
                    ? `bar ${fromBeat.cue.bar} beat ${fromBeat.cue.beat}, ${fromBeat.cue.strength >= 0.5 ? 'strong' : 'weak'}`
                    : 'no music'}
                </td>
                <td className="figures">{fromBeat ? signed(fromBeat.frames, 1) : ''}</td>
                <td className="figures">{fromBeat ? signed(fromBeat.milliseconds, 0) : ''}</td>
                <td>{near ? `${kind}, ${signed(near.frames, 1)} f` : ''}</td>
                <td>
                  {nameOf(shots[cut.cut - 1])} → {nameOf(shots[cut.cut])}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </>
  );
}
