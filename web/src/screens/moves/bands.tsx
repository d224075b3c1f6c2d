import type { Cue, Film } from '@caesura/core/film';
import type { Clip } from '@caesura/core/plan';
import { tintOf } from '../../theme/clip-tints.ts';
import { shotsUnder } from './items.ts';

/** The columns of a range of the film: [from, to) with a width each, in pixels. */
export interface Columns {
  readonly from: number;
  readonly to: number;
  readonly width: number;
}

/** The shots that lie under the columns, each with its name. */
export function ShotBand({ film, columns }: { film: Film; columns: Columns }) {
  const { from, to, width } = columns;
  const places = new Map(film.plan.clips.map((clip: Clip, i) => [clip.id, i]));
  return (
    <div className="shot-band">
      {shotsUnder(film.shots, from, to).map(({ index, start, end, clip }) => {
        const left = Math.max(from, start);
        return (
          <span
            key={index}
            className={`tint-${tintOf(clip ? places.get(clip.id)! : -1)}${start >= from && index > 0 ? ' has-cut' : ''}`}
            style={{ left: (left - from) * width, width: (Math.min(to, end) - left) * width }}
            title={`Shot ${index + 1}, ${clip?.name ?? 'no clip'}`}
          >
            {clip?.name ?? 'no clip'}
          </span>
        );
      })}
    </div>
  );
}

/** Kinds of cues that are told by a name or a word of their own. */
const NAMED: ReadonlySet<Cue['kind']> = new Set(['word', 'drop', 'hit', 'hand']);

/**
 * Beats as strokes, the downbeats longer, and words, hits and drops by name, each to be gone to.
 */
export function CueBand({
  film,
  columns,
  onFrame,
}: {
  film: Film;
  columns: Columns;
  onFrame: (frame: number) => void;
}) {
  const { from, to, width } = columns;
  const inside = ({ frame }: Cue) => frame >= from && frame < to;
  const x = (frame: number) => (frame - from) * width;
  const heard = [
    ...new Map(
      [...film.standing, ...film.cues]
        .filter((cue) => inside(cue) && NAMED.has(cue.kind))
        .map((cue) => [`${cue.kind} ${cue.frame}`, cue]),
    ).values(),
  ];
  return (
    <div className="cue-band">
      {film.beats.filter(inside).map(({ frame, kind, bar, beat }) => (
        <i
          key={frame}
          className={kind === 'downbeat' ? 'is-downbeat' : ''}
          style={{ left: x(frame) }}
          title={`bar ${bar} beat ${beat}`}
        />
      ))}
      {heard.map(({ kind, frame, name }) => (
        <button
          key={`${kind} ${frame}`}
          type="button"
          style={{ left: x(frame) }}
          title={`${kind}, frame ${frame}`}
          onClick={() => onFrame(frame)}
        >
          {name ? `“${name}”` : kind === 'hand' ? 'cue' : kind}
        </button>
      ))}
    </div>
  );
}
