import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { askSpeeds } from '@caesura/core/edits';
import { filmOf, type LandedMoment, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';

/**
 * Moments of the clip put on cues inside its shot: one by slipping the source, more by the speeds
 * between them. The cuts stay; where there is no way it says why, and takes the nearest if asked.
 */
export function Landings({ plan, facts }: { plan: Plan; facts: ShotFacts }) {
  const edit = useEdit();
  const [chosen, setChosen] = useState<ReadonlyMap<number, number>>(new Map());
  const [said, setSaid] = useState<string | null>(null);
  const { clip, start, end, index } = facts;
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
    if (landings.length === 0) return;
    const answer = askSpeeds(plan, index, { ask: 'land', on: landings });
    if (answer.found) {
      setSaid(null);
      edit('placeSpeeds', index, answer.found);
      return;
    }
    const { reason, nearest } = answer;
    const taken = nearest !== null && nearest.broken.length === 0;
    setSaid(`${reason}${taken ? ' The nearest is taken.' : ''}`);
    if (taken) edit('placeSpeeds', index, nearest);
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
      <Button variant="outline-dark" disabled={landings.length < 1} onClick={land}>
        {landings.length > 1
          ? 'Land them, by the speeds between'
          : 'Land it, by slipping the source'}
      </Button>
      {said && (
        <p className="wrong" role="status">
          {said}
        </p>
      )}
    </details>
  );
}
