import { CaesuraError, type ShotIndex } from '../../time/index.ts';
import type { Framing, Plan } from '../index.ts';

/** Says how a clip lies in a film of another shape; null as usual, filling about its middle. */
export const frameClip = (plan: Plan, id: string, framing: Framing | null): Plan => ({
  ...plan,
  clips: plan.clips.map((clip) => {
    if (clip.id !== id) return clip;
    const { framing: _before, ...rest } = clip;
    return framing ? { ...rest, framing } : rest;
  }),
});

/**
 * Says how the picture of one shot lies in the film; null as its clip says. Throws when there is no
 * such shot.
 */
export function frameShot(plan: Plan, index: ShotIndex, framing: Framing | null): Plan {
  const { score } = plan;
  if (!score?.shots[index])
    throw new CaesuraError('no-such-shot', `There is no shot ${index + 1}.`, 'Choose another.');
  const shots = score.shots.map((shot, i) => {
    if (i !== index) return shot;
    const { framing: _before, ...rest } = shot;
    return framing ? { ...rest, framing } : rest;
  });
  return { ...plan, score: { ...score, shots } };
}
