import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { rampOf, type LandedMoment, type ShotFacts, filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { sourceInFor, speedBetween } from '@caesura/core/ramps';
import { useEdit } from '../../app/hooks.ts';

/**
 * Moments of the clip put on cues inside its shot: one by slipping the source, two by the speed
 * between them. The cuts stay; where there is no way it says why, and takes the nearest if asked.
 */
export function Landings({ plan, facts }: { plan: Plan; facts: ShotFacts }) {
  const edit = useEdit();
  const [chosen, setChosen] = useState<ReadonlyMap<number, number>>(new Map());
  const [said, setSaid] = useState<string | null>(null);
  const { clip, shot, length, start, end, index } = facts;
  if (!clip || clip.moments.length === 0) return null;
  const frames = [
    ...new Set([
      start,
      ...filmOf(plan).cues.flatMap((c) => (c.frame > start && c.frame < end ? [c.frame] : [])),
    ]),
  ];
  const landings = [...chosen]
    .map(([moment, frame]): LandedMoment => ({
      moment: moment as LandedMoment['moment'],
      after: frame - start,
    }))
    .sort((a, b) => a.after - b.after);
  const land = () => {
    const [one, other] = landings;
    if (!one) return;
    if (other) {
      const solved = speedBetween(plan, { shot, clip, length }, [one, other]);
      const way = solved.reason === null ? solved.found : solved.nearest;
      setSaid(
        solved.reason === null ? null : `${solved.reason}${way ? ' The nearest is taken.' : ''}`,
      );
      if (way) edit('placeRamp', index, way.ramp, way.sourceIn);
      return;
    }
    const solved = sourceInFor(plan, { shot, clip, length }, one);
    const sourceIn = solved.reason === null ? solved.found : solved.nearest;
    setSaid(
      solved.reason === null
        ? null
        : `${solved.reason}${sourceIn === null ? '' : ' The nearest is taken.'}`,
    );
    if (sourceIn === null) return;
    const ramp = rampOf(plan, shot);
    if (ramp) edit('placeRamp', index, ramp, sourceIn);
    else edit('slipShot', index, sourceIn - shot.sourceIn);
  };
  return (
    <details className="landings">
      <summary>Moments on cues</summary>
      {clip.moments.map(({ at, kind }) => (
        <Form.Group className="field" key={at} controlId={`land-${index}-${at}`}>
          <Form.Label>
            {kind} at <span className="figures">{at}</span>
          </Form.Label>
          <Form.Select
            value={chosen.get(at) ?? ''}
            onChange={(event) => {
              const next = new Map(chosen);
              if (event.target.value === '') next.delete(at);
              else next.set(at, Number(event.target.value));
              setChosen(next);
            }}
          >
            <option value="">anywhere</option>
            {frames.map((frame) => (
              <option key={frame} value={frame}>
                on frame {frame}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      ))}
      <Button
        variant="outline-dark"
        disabled={landings.length < 1 || landings.length > 2}
        onClick={land}
      >
        {landings.length === 2
          ? 'Land both, by the speed between'
          : 'Land it, by slipping the source'}
      </Button>
      {landings.length > 2 && <p>Two at most: a third would need another speed between.</p>}
      {said && (
        <p className="wrong" role="status">
          {said}
        </p>
      )}
    </details>
  );
}
