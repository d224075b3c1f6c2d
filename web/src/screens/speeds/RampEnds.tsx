import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { ShotFacts } from '@caesura/core/film';
import {
  crestAdvice,
  keysNear,
  shapeOf,
  toSpeed,
  USUAL_CREST,
  type RampEnd,
} from '@caesura/core/ramps';
import { plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

const WORDS: Readonly<Record<RampEnd, string>> = {
  head: 'Down out of the cut',
  tail: 'Up into the cut',
};

/** Ramps at the ends of a shot: fastest at the cut, over so many frames. */
export function RampEnds({ facts }: { facts: ShotFacts }) {
  const edit = useEdit();
  const [percent, setPercent] = useState(400);
  const [length, setLength] = useState(USUAL_CREST.length);
  const lasts = Math.min(length, Math.max(1, facts.length));
  const crest = { ...USUAL_CREST, speed: toSpeed(percent / 100), length: lasts };
  const shaped = !facts.ramp || shapeOf(facts.ramp) !== null;
  const advice = crestAdvice(lasts, percent / 100);
  const giving = (end: RampEnd) => (shaped ? 0 : keysNear(facts, end, lasts).length);
  return (
    <section aria-label="At the cuts">
      <h3>At the cuts</h3>
      <NumberField
        label="Crest"
        value={percent}
        unit="%"
        least={1}
        most={10_000}
        by={10}
        onCommit={(to) => {
          setPercent(to);
          return true;
        }}
      />
      <WholeField
        label="Over"
        value={length}
        least={1}
        most={10_000}
        also="f"
        onCommit={(to) => {
          setLength(to);
          return true;
        }}
      />
      {advice && <p className="field-note">{advice}</p>}
      <div className="buttons">
        {(['head', 'tail'] as const).map((end) => (
          <Button
            key={end}
            variant="outline-dark"
            onClick={() => edit('rampAtCut', facts.index, end, crest)}
          >
            {WORDS[end]}
            {giving(end) > 0 && `, ${plural(giving(end), 'key')} there give way`}
          </Button>
        ))}
      </div>
    </section>
  );
}
