import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useImperativeHandle, useRef, type ReactNode, type Ref } from 'react';
import type { Line } from '@caesura/core/plan';
import { seconds, type Seconds } from '@caesura/core/time';
import { clock } from '../app/format.ts';
import { lineIndexAt, percentOn, timeAt } from './place.ts';

/** What a screen can ask of its lines. */
export interface LineListHandle {
  /** Brings the line of a time into view. */
  readonly show: (at: number) => void;
  /** Draws the play mark at a time, or hides it. Does not re-render. */
  readonly mark: (at: number | null) => void;
}

interface Props {
  readonly lines: readonly Line[];
  /** Height of a line in pixels. */
  readonly height: number;
  readonly label: string;
  readonly draw: (line: Line, index: number) => ReactNode;
  /** The time that was pointed at, and whether to extend from the position to there. */
  readonly onPoint: (at: Seconds, extend: boolean) => void;
  readonly ref?: Ref<LineListHandle>;
}

/** Lines of a score or a sound, one under the other, drawn only where they are in view. */
export function LineList({ lines, height, label, draw, onPoint, ref }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const playMark = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 3,
  });
  useEffect(() => rows.measure(), [rows, height]);
  useImperativeHandle(
    ref,
    () => ({
      show: (at) => rows.scrollToIndex(lineIndexAt(lines, at)),
      mark: (at) => {
        const mark = playMark.current;
        if (!mark) return;
        mark.hidden = at === null;
        if (at === null) return;
        const index = lineIndexAt(lines, at);
        mark.style.top = `${index * height}px`;
        mark.style.setProperty('--at', `${percentOn(lines[index]!, at)}%`);
      },
    }),
    [rows, lines, height],
  );
  return (
    <div className="lines" ref={scroller} tabIndex={-1} aria-label={label} role="region">
      <div className="lines-inner" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const line = lines[index]!;
          return (
            <div key={index} className="line" style={{ height, transform: `translateY(${start}px)` }}>
              <div className="line-margin">
                <b className="figures">{line.bar ?? '–'}</b>
                <span className="figures">{clock(line.from)}</span>
              </div>
              <div
                className="line-body"
                onPointerDown={(event) => {
                  const box = event.currentTarget.getBoundingClientRect();
                  onPoint(seconds(timeAt(line, (event.clientX - box.left) / box.width)), event.shiftKey);
                }}
              >
                {draw(line, index)}
              </div>
            </div>
          );
        })}
        <div className="play-mark" ref={playMark} style={{ height }} hidden aria-hidden="true">
          <i />
        </div>
      </div>
    </div>
  );
}
