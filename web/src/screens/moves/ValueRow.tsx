import { useState, type KeyboardEvent } from 'react';
import { PARAMETER_RANGES } from '@caesura/core/plan';
import type { Columns } from './bands.tsx';
import type { Track } from './track.ts';
import type { TrackEdits } from './use-track-edits.ts';
import { inUnit, UNITS } from './words.ts';

/** Narrowest column in which a value can be read. */
const READ_FROM = 36;

/**
 * The frames whose figures have room in columns, and how many frames each takes; they are counted
 * from a frame that is to be among them.
 */
export function figuredFrames({ from, to, width }: Columns, anchor: number) {
  const step = Math.max(1, Math.ceil(READ_FROM / width));
  const first = from + ((((anchor - from) % step) + step) % step);
  const frames = Array.from(
    { length: Math.max(0, Math.ceil((to - first) / step)) },
    (_, i) => first + i * step,
  );
  return { frames, step, first };
}

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
  const commit = (entered: string | null) => {
    if (entered === null) return;
    const text = entered.trim();
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
    // A value that is typed over itself is no change for the field, but makes a key that rests.
    if (event.key === 'Enter') commit(typed ?? String(inUnit(of, value)));
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
      onBlur={() => commit(typed)}
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
  anchor,
  edits,
}: {
  tracks: readonly Track[];
  columns: Columns;
  /** A frame whose value is shown, whatever the step. */
  anchor: number;
  edits: TrackEdits;
}) {
  const { from, width } = columns;
  const { frames: places, step, first } = figuredFrames(columns, anchor);
  // A figure stands in the middle of its own column, over those beside it.
  const indent = (first - from) * width - ((step - 1) * width) / 2;
  return (
    <div className="value-row" style={{ marginLeft: indent }}>
      {places.map((frame) => {
        const track = tracks.find((each) => frame >= each.first && frame <= each.last);
        return track ? (
          <Cell key={frame} track={track} frame={frame} edits={edits} width={width * step} />
        ) : (
          <span key={frame} style={{ width: width * step }} />
        );
      })}
    </div>
  );
}
