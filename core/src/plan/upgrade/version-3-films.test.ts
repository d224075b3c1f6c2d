import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { filmOf, layersAt } from '../../film/index.ts';
import { blurDirection } from '../../motion/index.ts';
import { PlanSchema } from '../index.ts';
import { readPlan } from './read-plan.ts';

/** A picture as version 3 showed it: shot, source frame, whether held, six values, its way. */
type Shown = readonly [
  shot: number,
  source: number,
  held: 0 | 1,
  scale: number,
  x: number,
  y: number,
  rotation: number,
  blur: number,
  opacity: number,
  way: string,
];

/**
 * Plans of version 3 with joins of every move, own keys noted in their window and not, recipes,
 * ways of the camera, spans of all units, at three rates and shapes; with every frame on which
 * something moves as version 3 itself computed it (written by commit 3e009f5, values to 1e-5).
 */
const films = JSON.parse(
  readFileSync(new URL('testing/version-3-films.json', import.meta.url), 'utf8'),
) as { readonly plan: unknown; readonly frames: readonly (readonly Shown[] | null)[] }[];

describe('a plan of version 3', () => {
  it.each(films.map((film, i) => [i + 1, film] as const))(
    'is read with the frames it had: film %d',
    (_, { plan: saved, frames }) => {
      const plan = readPlan(saved);
      expect(PlanSchema.parse(plan)).toEqual(plan);
      expect(plan.version).toBe(4);
      const film = filmOf(plan);
      const wrong: string[] = [];
      frames.forEach((before, n) => {
        const now = layersAt(film, n);
        if (!before) {
          if (now.length !== 1 || now[0]!.moving) wrong.push(`${n}: moves`);
          return;
        }
        if (now.length !== before.length) wrong.push(`${n}: ${now.length} pictures`);
        before.forEach((shown, i) => {
          const layer = now[i];
          if (!layer) return;
          const { values: v, moving } = layer;
          const values = [v.scale, v.x, v.y, v.rotation, v.blur, v.opacity];
          const far = values.some((value, k) => Math.abs(value - Number(shown[3 + k])) > 1.1e-5);
          const other = layer.shot !== shown[0] || layer.source !== shown[1];
          if (far || other || layer.held !== (shown[2] === 1))
            wrong.push(`${n}.${i}: ${values.join(' ')} for ${shown.join(' ')}`);
          if (!moving || v.blur <= 0) return;
          const { x } = blurDirection(moving.motion, moving.now);
          const across = shown[9] === 'left' || shown[9] === 'right';
          if (Math.abs(Math.abs(x) - (across ? 1 : 0)) > 1e-9) wrong.push(`${n}.${i}: blur along`);
        });
      });
      expect(wrong).toEqual([]);
      // Every film has enough of them for that to mean something.
      expect(frames.filter((shown) => shown !== null).length).toBeGreaterThan(200);
    },
  );
});
