import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useImperativeHandle,
  useRef,
  type CSSProperties,
  type ReactNode,
  type Ref,
} from 'react';
import type { Line } from '@caesura/core/film';
import type { Seconds } from '@caesura/core/time';
import { clock } from '../app/format.ts';
import { useHeight } from '../app/use-extent.ts';
import { lineIndexAt, percentOn, timeAt } from './place.ts';

/** What a screen can ask of its lines. */
export interface LineListHandle {
  /** Brings the line of a time into view. */
  readonly show: (at: number) => void;
  /** Draws the play mark at a time, or hides it. Does not re-render. */
  readonly mark: (at: number | null) => void;
  /**
   * Draws the mark of what is dragged at a time, with a word at it, or hides it. Does not
   * re-render.
   */
  readonly dragMark: (at: number | null, text?: string) => void;
  /** The time under a place of the page; null when it is on no line. */
  readonly timeUnder: (x: number, y: number) => Seconds | null;
}

interface Props {
  readonly lines: readonly Line[];
  /**
   * The least and the most that a line is high, in pixels: between them the lines fill what there
   * is for them, and below they scroll.
   */
  readonly heights: readonly [least: number, most: number];
  readonly label: string;
  readonly draw: (line: Line, index: number) => ReactNode;
  /** The time that was pointed at, and whether to extend from the position to there. */
  readonly onPoint: (at: Seconds, extend: boolean) => void;
  readonly ref?: Ref<LineListHandle>;
}

/** Pixels above and below the lines. */
const ABOUT = 14;

/** Puts a mark at a time, or hides it. */
function putMark(
  mark: HTMLElement | null,
  lines: readonly Line[],
  height: number,
  at: number | null,
): void {
  if (!mark) return;
  mark.hidden = at === null;
  if (at === null) return;
  const index = lineIndexAt(lines, at);
  mark.style.top = `${index * height}px`;
  mark.style.setProperty('--at', `${percentOn(lines[index]!, at)}%`);
}

/** Lines of a score or a sound, one under the other, drawn only where they are in view. */
export function LineList({ lines, heights: [least, most], label, draw, onPoint, ref }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const room = useHeight(scroller) - ABOUT;
  const height = Math.min(most, Math.max(least, Math.floor(room / lines.length)));
  const playMark = useRef<HTMLDivElement>(null);
  const dragged = useRef<HTMLDivElement>(null);
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
      mark: (at) => putMark(playMark.current, lines, height, at),
      dragMark: (at, text = '') => {
        putMark(dragged.current, lines, height, at);
        const tag = dragged.current?.querySelector('b');
        if (tag && tag.textContent !== text) tag.textContent = text;
      },
      timeUnder: (x, y) => {
        const body = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-line]');
        if (!body || !scroller.current?.contains(body)) return null;
        const box = body.getBoundingClientRect();
        return timeAt(lines[Number(body.dataset.line)]!, (x - box.left) / box.width);
      },
    }),
    [rows, lines, height],
  );
  return (
    <div
      className="lines"
      ref={scroller}
      // What scrolls is reached by keyboard.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      aria-label={label}
      role="region"
      style={{ '--line': `${height}px` } as CSSProperties}
    >
      <div className="lines-inner" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const line = lines[index]!;
          return (
            <div
              key={index}
              className="line"
              style={{ height, transform: `translateY(${start}px)` }}
            >
              <div className="line-margin">
                <b className="figures">{line.bar ?? '–'}</b>
                <span className="figures">{clock(line.from)}</span>
              </div>
              <div
                className="line-body"
                data-line={index}
                onPointerDown={(event) => {
                  const box = event.currentTarget.getBoundingClientRect();
                  onPoint(timeAt(line, (event.clientX - box.left) / box.width), event.shiftKey);
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
        <div className="drag-mark" ref={dragged} style={{ height }} hidden aria-hidden="true">
          <i>
            <b className="figures" />
          </i>
        </div>
      </div>
    </div>
  );
}
