import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Film, ShotFacts } from '@caesura/core/film';
import {
  crestAdvice,
  crestsAt,
  keysNear,
  shapeOf,
  toSpeed,
  USUAL_CREST,
  withSpeedAt,
  type RampEnd,
} from '@caesura/core/ramps';
import { percent, plural, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { useCamera } from '../../app/use-camera.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

const WORDS: Readonly<Record<RampEnd, string>> = {
  head: 'Down out of the cut',
  tail: 'Up into the cut',
};

/** The speed of the shot beside at the cut between; null where there is none, or it is the same. */
function besideAt(film: Film, facts: ShotFacts, end: RampEnd): number | null {
  const { shots } = film;
  const [out, into] =
    end === 'head' ? [shots[facts.index - 1], facts] : [facts, shots[facts.index + 1]];
  const crests = out && into ? crestsAt(out, into) : null;
  if (!crests) return null;
  const [own, other] = end === 'head' ? [crests.into, crests.out] : [crests.out, crests.into];
  return Math.abs(own - other) < 0.005 ? null : other;
}

/** Ramps at the ends of a shot: fastest at the cut, over so many frames. */
export function RampEnds({ film, facts }: { film: Film; facts: ShotFacts }) {
  const edit = useEdit();
  const [crestPercent, setPercent] = useState(400);
  const [length, setLength] = useState(USUAL_CREST.length);
  const lasts = Math.min(length, Math.max(1, facts.length));
  const crest = { ...USUAL_CREST, speed: toSpeed(crestPercent / 100), length: lasts };
  const shaped = !facts.ramp || shapeOf(facts.ramp) !== null;
  const advice = crestAdvice(lasts, crestPercent / 100);
  const { matchingAt } = useCamera(film.plan);
  const out = film.shots[facts.index - 1];
  const onScreen = out ? matchingAt({ out, into: facts }) : null;
  const giving = (end: RampEnd) => (shaped ? 0 : keysNear(facts, end, lasts).length);
  return (
    <section aria-label="At the cuts">
      <h3>At the cuts</h3>
      <NumberField
        label="Crest"
        value={crestPercent}
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
        {(['head', 'tail'] as const).map((end) => {
          const speed = besideAt(film, facts, end);
          return speed === null ? null : (
            <Button
              key={`match ${end}`}
              variant="link"
              size="sm"
              onClick={() =>
                edit(
                  'setRamp',
                  facts.index,
                  withSpeedAt(facts, end === 'head' ? 'start' : 'end', toSpeed(speed)),
                )
              }
            >
              {end === 'head' ? 'Start' : 'End'} at {percent(speed)}, as shot{' '}
              {end === 'head' ? facts.index : facts.index + 2} does there
            </Button>
          );
        })}
        {onScreen && (
          <Button
            variant="link"
            size="sm"
            onClick={() => edit('matchSpeed', facts.index, onScreen)}
            title="By the movement of both clips over five frames at the cut"
          >
            Start at {percent(toNumber(onScreen))}, as far on screen as shot {facts.index}
          </Button>
        )}
      </div>
    </section>
  );
}
