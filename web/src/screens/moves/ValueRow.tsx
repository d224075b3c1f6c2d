import { useState, type KeyboardEvent } from 'react';
import { PARAMETER_RANGES } from '@caesura/core/plan';
import type { Columns } from './bands.tsx';
import type { Track } from './track.ts';
import type { TrackEdits } from './use-track-edits.ts';
import { inUnit, UNITS } from './words.ts';

/** Narrowest column in which a value can be read. */
const READ_FROM = 36;

/** Every how many frames a value has room. */
export const stepOf = ({ width }: Columns): number => Math.max(1, Math.ceil(READ_FROM / width));

/** A value on a frame, to be typed over; emptied it takes the key there away. */
function Cell({
  track,
  frame,
  edits,
  width,
}: {
  track: Track;
  frame: number;
  edits: TrackEdits;
  width: number;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const { of, side, at, keys } = track;
  const { times, name } = UNITS[of];
  const value = at(frame);
  const isKey = keys.some((key) => key.frame === frame);
  const commit = () => {
    if (typed === null) return;
    const text = typed.trim();
    setTyped(null);
    if (text === '') {
      if (isKey) edits.remove(track, frame);
      return;
    }
    const number = Number(
      text
        .replace(',', '.')
        .replace('−', '-')
        .replace(/\s*(%|°|px)$/, ''),
    );
    if (!Number.isFinite(number)) return;
    // A value that is there already is kept as exact as it is, and becomes a key that rests.
    const wanted = number === inUnit(of, value) ? value : number / times;
    const { least, most } = PARAMETER_RANGES[of];
    edits.set(track, frame, Math.min(most, Math.max(least, wanted)));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') setTyped(null);
    else if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight') && isKey) {
      event.preventDefault();
      event.stopPropagation();
      edits.move(track, { from: frame, to: frame + (event.key === 'ArrowLeft' ? -1 : 1) });
    }
  };
  return (
    <input
      className={`figures${isKey ? ' is-key' : ''}`}
      style={{ width }}
      aria-label={`${name}${side ? ` ${side}` : ''} at ${frame}`}
      title={isKey ? 'A key; emptied it is taken away, Alt with arrows moves it' : undefined}
      value={typed ?? String(inUnit(of, value))}
      onChange={(event) => setTyped(event.target.value)}
      onFocus={(event) => event.target.select()}
      onBlur={commit}
      onKeyDown={onKeyDown}
    />
  );
}

/**
 * The values of tracks of which no two have one frame, frame by frame, or every so many where there
 * is no room.
 */
export function ValueRow({
  tracks,
  columns,
  edits,
}: {
  tracks: readonly Track[];
  columns: Columns;
  edits: TrackEdits;
}) {
  const { from, to, width } = columns;
  const step = stepOf(columns);
  const places = Array.from({ length: Math.ceil((to - from) / step) }, (_, i) => from + i * step);
  return (
    <div className="value-row">
      {places.map((frame) => {
        const track = tracks.find(({ first, last }) => frame >= first && frame <= last);
        return track ? (
          <Cell key={frame} track={track} frame={frame} edits={edits} width={width * step} />
        ) : (
          <span key={frame} style={{ width: width * step }} />
        );
      })}
    </div>
  );
}
