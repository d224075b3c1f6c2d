import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { filmOf, steadyCost, type ShotFacts } from '@caesura/core/film';
import { softnessAt } from '@caesura/core/motion';
import type { Clip, Plan, Steady } from '@caesura/core/plan';
import { percent, plural } from '@caesura/core/time';
import { MEANT_OVER, shakeOf, steadyOf } from '../../app/clip-shake.ts';
import { useEdit } from '../../app/hooks.ts';
import { useClipAnalyses } from '../../app/use-clip-analysis.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { SteadyPictures } from './SteadyPictures.tsx';

/** Movement from frame to frame, in widths, under which there is nothing to steady. */
const STANDS = 0.0002;

const widths = (part: number): string => `${(part * 100).toFixed(2)} %`;

/** What steadying a shot takes away and costs, in words. */
function steadyWords(plan: Plan, clip: Clip, { shake, meant }: Figures, steady: Steady): string {
  const cost = steadyCost(steady, clip.size);
  const softness = softnessAt(clip.size, plan.size, cost);
  const before = Math.hypot(shake, meant);
  return `From frame to frame it moves by ${widths(before)} of the width as filmed, by ${widths(meant)} steadied. That enlarges it to ${percent(cost)}: ${softness.toFixed(2)} pixels of source to one of the film.`;
}

interface Figures {
  readonly shake: number;
  readonly meant: number;
}

/**
 * Takes the shake of a shot's camera away, over so many seconds, with what it costs and how it
 * looks before and after. Nothing where the clip was not watched.
 */
export function SteadyFields({ plan, facts }: { plan: Plan; facts: ShotFacts }) {
  const { index, clip, shot, used } = facts;
  const edit = useEdit();
  const clips = useMemo(() => (clip ? [clip] : []), [clip]);
  const analysisOf = useClipAnalyses(clips);
  const [seconds, setSeconds] = useState<number | null>(null);
  const over = seconds ?? shot.steady?.seconds ?? MEANT_OVER;
  const analysis = clip && analysisOf(clip);
  const proposed = useMemo(
    () => (analysis ? steadyOf(plan, index, analysis, over) : null),
    [plan, index, analysis, over],
  );
  if (!clip || !used || !analysis || !proposed) return null;
  const range = { from: Math.max(0, used.lowest), to: used.highest + 1 };
  const figures = shakeOf(analysis, clip, range, over);
  if (figures.shake < STANDS && !shot.steady) return null;
  const others = filmOf(plan).shots.filter((other) => other.clip?.id === clip.id);
  const steadyAll = (time: number) =>
    edit(
      'steadyShots',
      others.map((other) => ({
        shot: other.index,
        steady: steadyOf(plan, other.index, analysis, time),
      })),
    );
  return (
    <section aria-label="Camera shake">
      <h3>Camera shake</h3>
      <p className="field-note">
        {percent(figures.share)} of how the camera moves here, about {figures.often.toFixed(1)}{' '}
        times a second. {steadyWords(plan, clip, figures, proposed)}
      </p>
      <SteadyPictures plan={plan} facts={facts} steady={proposed} />
      <NumberField
        label="Meant over"
        value={over}
        unit="s"
        least={0.1}
        most={10}
        by={0.25}
        onCommit={(time) => {
          if (!shot.steady) {
            setSeconds(time);
            return true;
          }
          setSeconds(null);
          return edit('steadyShots', [
            { shot: index, steady: steadyOf(plan, index, analysis, time) },
          ]);
        }}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          aria-pressed={shot.steady !== undefined}
          onClick={() =>
            edit('steadyShots', [{ shot: index, steady: shot.steady ? null : proposed }])
          }
        >
          {shot.steady ? 'As it was filmed' : 'Steady this shot'}
        </Button>
        {others.length > 1 && (
          <Button variant="outline-dark" onClick={() => steadyAll(over)}>
            Steady all {plural(others.length, 'shot')} of it
          </Button>
        )}
      </div>
    </section>
  );
}
