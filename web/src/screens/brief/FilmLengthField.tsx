import { lengthContext } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frames, parseFilmLength, type Frames, type Length } from '@caesura/core/time';
import { lengthTimecode, secondsOf } from '../../app/format.ts';
import { TypedField } from '../../fields/TypedField.tsx';

const words = ({ frames: count, unit }: Length, { rate }: Plan): string =>
  unit === 'frames' ? `${count} frames` : `${secondsOf(count, rate)}, ${count} f`;

/**
 * The length of the film. A number without a unit may be seconds or frames: the field says which it
 * takes it for, and offers the other.
 */
export function FilmLengthField({
  plan,
  onCommit,
}: {
  plan: Plan;
  onCommit: (target: Frames) => boolean;
}) {
  const context = lengthContext(plan);
  return (
    <TypedField
      label="Target length"
      figures
      written={lengthTimecode(plan.target, plan)}
      parse={(text) => parseFilmLength(text, context)}
      also={
        <span className="figures">
          {plan.target} f · {secondsOf(plan.target, plan.rate)}
        </span>
      }
      show={({ taken, other }, take) => (
        <span className="figures">
          {words(taken, plan)}
          {other && (
            <button
              type="button"
              className="btn btn-link btn-sm"
              // The field keeps the focus, or leaving it would take what was understood.
              onPointerDown={(event) => event.preventDefault()}
              onClick={() => take({ taken: other, other: null })}
            >
              or {words(other, plan)}
            </button>
          )}
        </span>
      )}
      step={(typed, by) => ({
        taken: {
          ...(typed?.taken ?? parseFilmLength(`${plan.target}f`, context).taken),
          frames: frames((typed?.taken.frames ?? plan.target) + by),
          unit: 'frames' as const,
        },
        other: null,
      })}
      onCommit={({ taken }) => onCommit(taken.frames)}
    />
  );
}
