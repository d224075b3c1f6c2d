import { useMemo } from 'react';
import type { Plan, Recipe } from '@caesura/core/plan';
import { picturedRecipe, type Step } from './recipe-motion.ts';

/** How long the moving picture takes, in seconds, and how long it rests after that. */
const [LASTS, RESTS] = [1.2, 0.8];
const DURATION = `${LASTS + RESTS}s`;

/** A small moving picture of what a recipe does to a picture of lines. */
export function RecipePicture({ plan, recipe }: { plan: Plan; recipe: Recipe }) {
  const steps = useMemo(() => picturedRecipe(plan, recipe), [plan, recipe]);
  const part = LASTS / (LASTS + RESTS);
  const times = steps.map((_, i) => ((i / (steps.length - 1)) * part).toFixed(4));
  const shared = { dur: DURATION, repeatCount: 'indefinite', keyTimes: [...times, '1'].join(';') };
  const values = (of: (step: Step) => string | number) =>
    [...steps, steps.at(-1)!].map(of).join(';');
  const moved = (type: 'translate' | 'rotate' | 'scale', of: (step: Step) => string | number) => (
    <animateTransform attributeName="transform" type={type} values={values(of)} {...shared} />
  );
  return (
    <svg className="recipe-picture" viewBox="-32 -18 64 36" aria-hidden="true">
      <g>
        {moved('translate', ({ x, y }) => `${x * 64} ${y * 36}`)}
        <g>
          {moved('rotate', ({ rotation }) => rotation)}
          <g>
            {moved('scale', ({ scale }) => scale)}
            <rect x={-32} y={-18} width={64} height={36} className="recipe-sheet" />
            <path d="M-24 -8H24M-24 0H14M-24 8H20" />
          </g>
        </g>
      </g>
      <rect x={-32} y={-18} width={64} height={36} className="recipe-flash" opacity={0}>
        <animate attributeName="opacity" values={values(({ flash }) => flash)} {...shared} />
      </rect>
    </svg>
  );
}
