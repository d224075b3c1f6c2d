import { AT_REST, type PictureValues } from '../motion/index.ts';

/** Parameters whose jump is seen as one of the picture, with the least that is. */
const SEEN = { scale: 0.02, x: 0.01, y: 0.01, rotation: 0.5 } as const;

/** A parameter in which a picture is seen to be away from rest, and how far. */
export interface SeenJump {
  readonly of: keyof typeof SEEN;
  readonly by: number;
}

/** In what a picture jumps that is at rest on the frame beside, the farthest first. */
export const seenJumps = (values: PictureValues): SeenJump[] =>
  (Object.keys(SEEN) as SeenJump['of'][])
    .map((of) => ({ of, by: Math.abs(values[of] - AT_REST[of]) }))
    .filter(({ of, by }) => by > SEEN[of])
    .sort((a, b) => b.by / SEEN[b.of] - a.by / SEEN[a.of]);
