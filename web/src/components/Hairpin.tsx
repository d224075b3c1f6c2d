import type { EffectFacts } from '@caesura/core/sound';
import type { Line } from '@caesura/core/film';
import { percentOn, rangeOn } from './place.ts';

/**
 * An effect on a line: it opens up to its peak and closes after it, as swells are written in a
 * score. A bed is a plain stroke.
 */
export function Hairpin({ facts, line }: { facts: EffectFacts; line: Line }) {
  const at = rangeOn(line, facts.starts, facts.ends);
  if (!at) return null;
  const left = percentOn(line, facts.starts);
  const peak = percentOn(line, facts.peaks);
  const right = percentOn(line, facts.ends);
  const bed = facts.placement.kind === 'bed';
  return (
    <svg
      className={`hairpin${facts.placement.off ? ' is-out' : ''}`}
      viewBox="0 0 100 10"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <title>{facts.effect.name}</title>
      <path
        d={
          bed
            ? `M${left} 5H${right}M${left} 2V8M${right} 2V8`
            : `M${peak} 1L${left} 5L${peak} 9M${peak} 1L${right} 5L${peak} 9`
        }
      />
    </svg>
  );
}
