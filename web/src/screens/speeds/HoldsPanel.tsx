import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { holdsOf, standingOf } from '@caesura/core/edits';
import type { Film, ShotFacts } from '@caesura/core/film';
import { HOLDS, type Hold } from '@caesura/core/plan';
import { plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';

/** What of a shot can be held, each with where it is; set of all shots that are chosen. */
export function HoldsPanel({
  film,
  facts,
  chosen,
}: {
  film: Film;
  facts: ShotFacts;
  /** Shots that are chosen, the open one among them. */
  chosen: readonly number[];
}) {
  const edit = useEdit();
  const id = useId();
  const standing = standingOf(film, facts);
  if (!standing) return null;
  const held = holdsOf(facts.shot);
  const { start } = facts;
  const landed = standing.landed.map(({ moment, after }) => `${moment} on ${start + after}`);
  const words: Readonly<Record<Hold, string>> = {
    in: `Source in ${standing.in}`,
    out: `Source out ${standing.out}`,
    length: `Length ${plural(standing.length, 'frame')}`,
    landed:
      landed.length === 0
        ? 'Moments on cues: none lands'
        : `Moments on cues: ${landed.slice(0, 3).join(', ')}`,
  };
  return (
    <section aria-label="Held" className="holds-panel">
      <h3>{chosen.length > 1 ? `Held, of ${plural(chosen.length, 'shot')}` : 'Held'}</h3>
      {HOLDS.map((hold) => (
        <Form.Check
          key={hold}
          type="switch"
          id={`${id}-${hold}`}
          label={words[hold]}
          checked={held.includes(hold)}
          onChange={({ target }) => edit('holdShots', chosen, hold, target.checked)}
        />
      ))}
    </section>
  );
}
