import { parseSpan, spanText } from '@caesura/core/film';
import type { Plan, Span } from '@caesura/core/plan';
import { TypedField } from '../../fields/TypedField.tsx';

/** A half of a window, as people type it: 5, 0.5s, 1 beat. Arrows step by a frame. */
export function SpanField({
  label,
  span,
  frames,
  plan,
  onCommit,
}: {
  label: string;
  span: Span;
  frames: number;
  plan: Plan;
  onCommit: (span: Span) => boolean;
}) {
  return (
    <TypedField
      label={label}
      narrow
      figures
      written={spanText(span)}
      also={<span className="figures">{frames} f</span>}
      parse={(text) => parseSpan(text, plan)}
      step={(_typed, by) => parseSpan(String(Math.max(0, frames + by)), plan)}
      onCommit={onCommit}
    />
  );
}
