import { useMemo } from 'react';
import { movementAt, type ClipAnalysis } from '@caesura/core/footage';

/** Height of the drawing in its own units; the width is one unit a frame. */
const HEIGHT = 100;

/** The height of a movement: slow movement must be seen beside fast, so it is the logarithm. */
const heightOf = (movement: number): number => Math.log1p(movement);

/** The greatest height in a clip, by which all its lines are drawn. */
export const mostOf = ({ activity }: ClipAnalysis): number =>
  activity.camera.reduce((most, _, k) => Math.max(most, heightOf(movementAt(activity, k))), 1);

interface Props {
  readonly analysis: ClipAnalysis;
  /** Frames drawn, [from, to), over a width of `across` frames. */
  readonly from: number;
  readonly to: number;
  readonly across: number;
  /** See `mostOf`. */
  readonly most: number;
  readonly label: string;
}

/** How much a clip moves at each frame, camera and subject together, the subject's share darker. */
export function MovementCurve({ analysis, from, to, across, most, label }: Props) {
  const [all, subject] = useMemo(() => {
    const { activity } = analysis;
    const still = { camera: new Float64Array(activity.camera.length), subject: activity.subject };
    const path = (of: typeof activity) => {
      const points = Array.from({ length: to - from }, (_, i) => {
        const height = (heightOf(movementAt(of, from + i)) / most) * HEIGHT * 0.92;
        return `${i} ${(HEIGHT - height).toFixed(1)}`;
      });
      return `M0 ${HEIGHT}L${points.join('L')}L${Math.max(0, to - from - 1)} ${HEIGHT}Z`;
    };
    return [path(activity), path(still)];
  }, [analysis, from, to, most]);
  return (
    <svg
      className="curve"
      viewBox={`0 0 ${Math.max(1, across)} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
    >
      <title>{label}</title>
      <path d={all} />
      <path className="curve-subject" d={subject} />
    </svg>
  );
}
