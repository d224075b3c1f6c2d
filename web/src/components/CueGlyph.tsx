import type { CueKind } from '@caesura/core/plan';

/**
 * Outlines in a box of 12 by 12, each kind its own. Beats are strokes on the line itself and have
 * none.
 */
const SHAPES: Partial<Record<CueKind, string>> = {
  'half-beat': 'M6 4V8',
  'quarter-beat': 'M6 5.4V6.6',
  hit: 'M6 1L11 6L6 11L1 6Z',
  word: 'M3 2H9M6 2V10',
  'pause-start': 'M3 2H8M3 2V10M3 10H8',
  'pause-end': 'M9 2H4M9 2V10M9 10H4',
  'rise-start': 'M2 6L10 2M2 6L10 10',
  'rise-peak': 'M10 2V10M10 6L3 6',
  drop: 'M2 3H10L6 10Z',
  section: 'M2 11V2H10',
  hand: 'M6 2A4 4 0 1 0 6.01 2Z',
};

/** The mark of a kind of cue. */
export function CueGlyph({ kind }: { kind: CueKind }) {
  return (
    <svg className={`cue-glyph is-${kind}`} viewBox="0 0 12 12" aria-hidden="true">
      <path d={SHAPES[kind] ?? (kind === 'downbeat' ? 'M6 0V12' : 'M6 3V12')} />
    </svg>
  );
}
