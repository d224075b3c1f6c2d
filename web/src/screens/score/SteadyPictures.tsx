import { useEffect, useMemo, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { steadyShots } from '@caesura/core/edits';
import {
  filmOf,
  withoutJoins,
  withoutPhrases,
  withoutSteadying,
  type ShotFacts,
} from '@caesura/core/film';
import type { Plan, Steady } from '@caesura/core/plan';
import { CaesuraError, toNumber } from '@caesura/core/time';
import { paintFrame } from '../../painting/paint-frame.ts';
import { useProxy } from '../../proxy/use-proxy.ts';

/** Width of each of the two pictures, in pixels. */
const WIDTH = 320;

/** The plan in which a shot is steadied; null where that would cost too much. */
function steadiedPlan(plan: Plan, shot: number, steady: Steady): Plan | null {
  try {
    return steadyShots(plan, [{ shot, steady }]);
  } catch (error) {
    if (error instanceof CaesuraError) return null;
    throw error;
  }
}

/** A shot as it was filmed and steadied beside it, still or moving together. */
export function SteadyPictures({
  plan,
  facts: { clip, index, start, length },
  steady,
}: {
  plan: Plan;
  facts: ShotFacts;
  steady: Steady;
}) {
  const reader = useProxy(clip?.proxy);
  const [moving, setMoving] = useState(false);
  const before = useRef<HTMLCanvasElement>(null);
  const after = useRef<HTMLCanvasElement>(null);
  const films = useMemo(() => {
    const bare = withoutPhrases(withoutJoins(plan));
    const steadied = steadiedPlan(bare, index, steady);
    return [filmOf(withoutSteadying(bare)), steadied && filmOf(steadied)] as const;
  }, [plan, index, steady]);
  useEffect(() => {
    if (!reader) return undefined;
    let left = false;
    const rate = toNumber(plan.rate);
    const began = performance.now();
    const show = async () => {
      do {
        const gone = moving ? ((performance.now() - began) / 1000) * rate : length / 2;
        const frame = start + (Math.floor(gone) % length);
        for (const [i, canvas] of [before, after].entries()) {
          const film = films[i];
          if (film)
            await paintFrame(
              film,
              frame,
              () => reader,
              () => canvas.current,
            );
        }
        await new Promise(requestAnimationFrame);
      } while (moving && !left);
    };
    void show();
    return () => {
      left = true;
    };
  }, [reader, films, moving, plan.rate, start, length]);
  if (!reader) return null;
  const height = Math.round((WIDTH * plan.size.height) / plan.size.width);
  return (
    <>
      <div className="end-pictures">
        {(
          [
            ['as filmed', before],
            ['steadied', after],
          ] as const
        ).map(([name, canvas]) => (
          <figure key={name}>
            <canvas
              ref={canvas}
              className="frame-picture"
              width={WIDTH}
              height={height}
              role="img"
              aria-label={`Shot ${index + 1} ${name}`}
            />
            <figcaption>{name}</figcaption>
          </figure>
        ))}
      </div>
      <Button variant="outline-dark" aria-pressed={moving} onClick={() => setMoving(!moving)}>
        {moving ? 'Stop both' : 'Play both'}
      </Button>
    </>
  );
}
