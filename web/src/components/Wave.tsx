import { memo } from 'react';
import { OUTLINE_RATE } from '@caesura/core/listen';
import type { Line } from '@caesura/core/film';

const LOW = 1;

/**
 * A closed path of the outline's peaks (0) or low band (1) over a line, mirrored about the middle
 * of 100 units.
 */
function wavePath(outline: Uint8Array, line: Line, offset: number, band: 0 | typeof LOW): string {
  const first = Math.max(0, Math.floor((line.from + offset) * OUTLINE_RATE));
  const last = Math.min(outline.length / 2, Math.ceil((line.to + offset) * OUTLINE_RATE));
  const upper: string[] = [];
  const lower: string[] = [];
  for (let k = first; k < last; k++) {
    const x = (((k + 0.5) / OUTLINE_RATE - offset - line.from) / line.span) * 1000;
    const height = (outline[2 * k + band]! / 255) * 49;
    upper.push(`${x.toFixed(1)} ${(50 - height).toFixed(1)}`);
    lower.push(`${x.toFixed(1)} ${(50 + height).toFixed(1)}`);
  }
  return upper.length > 0 ? `M${upper.join('L')}L${lower.reverse().join('L')}Z` : '';
}

/**
 * The wave of a line with its low band darker. `offset` is the time of the file at time 0 of the
 * lines.
 */
export const Wave = memo(function DrawnWave({
  outline,
  line,
  offset,
}: {
  outline: Uint8Array;
  line: Line;
  offset: number;
}) {
  return (
    <svg className="wave" viewBox="0 0 1000 100" preserveAspectRatio="none" aria-hidden="true">
      <path className="wave-peak" d={wavePath(outline, line, offset, 0)} />
      <path className="wave-low" d={wavePath(outline, line, offset, LOW)} />
    </svg>
  );
});

/** Sticks across a full line. */
const STICKS = 160;

/** The loudness of a line as a row of sticks, for where cuts are what is looked at. */
export const Sticks = memo(function DrawnSticks({
  outline,
  line,
  offset,
}: {
  outline: Uint8Array;
  line: Line;
  offset: number;
}) {
  let d = '';
  for (let i = 0; i < STICKS; i++) {
    const from = line.from + (i * line.span) / STICKS;
    if (from >= line.to) break;
    let peak = 0;
    const end = Math.min(
      outline.length / 2,
      Math.ceil((from + offset + line.span / STICKS) * OUTLINE_RATE),
    );
    for (let k = Math.max(0, Math.floor((from + offset) * OUTLINE_RATE)); k < end; k++)
      peak = Math.max(peak, outline[2 * k]!);
    d += `M${((i + 0.5) * 1000) / STICKS} 100v${-((peak / 255) * 92).toFixed(1)}`;
  }
  return (
    <svg className="sticks" viewBox="0 0 1000 100" preserveAspectRatio="none" aria-hidden="true">
      <path d={d} vectorEffect="non-scaling-stroke" />
    </svg>
  );
});
