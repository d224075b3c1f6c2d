import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { speedAt } from '@caesura/core/curves';
import type { ShotFacts } from '@caesura/core/film';
import { behindStrip } from '../../components/behind-strip.ts';
import { speedAxis, yOf } from '../../components/log-speed.ts';
import { speedsLine } from './speed-words.ts';

const ROW = 46;
const PICTURE = { width: 40, height: 23 };
const LINE = { width: 52, height: 20 };
/** Places on a small line. */
const PLACES = 26;

/** The speeds of a shot as a small line. */
function SmallLine({ facts }: { facts: ShotFacts }) {
  const { time, length } = facts;
  if (!time) return null;
  const speeds = Array.from({ length: PLACES + 1 }, (_, i) =>
    speedAt(time.curve, Math.min(length - 1e-6, (i * length) / PLACES)),
  );
  const axis = speedAxis(speeds, LINE.height - 4);
  const d = speeds
    .map((speed, i) => `${i === 0 ? 'M' : 'L'}${(i * LINE.width) / PLACES} ${2 + yOf(axis, speed)}`)
    .join('');
  return (
    <svg className="small-speeds" {...LINE} viewBox={`0 0 ${LINE.width} ${LINE.height}`}>
      <path d={d} />
    </svg>
  );
}

/** How a shot is chosen: alone, with those between, or with what is chosen already. */
export type Choosing = 'only' | 'to' | 'also';

/** Every shot with its picture, clip and speeds; several are chosen by Shift, Ctrl or Cmd. */
export function ShotList({
  shots,
  open,
  chosen,
  wrong,
  onChoose,
}: {
  shots: readonly ShotFacts[];
  open: number;
  chosen: ReadonlySet<number>;
  /** Shots with a fault of their speeds. */
  wrong: ReadonlySet<number>;
  onChoose: (shot: number, how: Choosing) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shots.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
    initialRect: { width: 220, height: 600 },
  });
  const at = shots.findIndex(({ index }) => index === open);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [rows, at]);
  return (
    <div className="shot-list" ref={scroller}>
      <div
        role="listbox"
        aria-label="Shots"
        aria-multiselectable="true"
        style={{ height: rows.getTotalSize() }}
      >
        {rows.getVirtualItems().map(({ index: row, start }) => {
          const facts = shots[row]!;
          const { index, clip, length, sourceIn } = facts;
          const isOpen = index === open;
          const picture = clip?.strip && {
            ...{ strip: clip.strip, at: sourceIn / clip.frames },
            aspect: clip.size.width / clip.size.height,
          };
          return (
            <button
              key={facts.shot.id}
              type="button"
              role="option"
              aria-selected={chosen.has(index)}
              aria-current={isOpen ? 'true' : undefined}
              className={`shot-row${isOpen ? ' is-open' : chosen.has(index) ? ' is-chosen' : ''}${wrong.has(index) ? ' is-wrong' : ''}`}
              style={{ transform: `translateY(${start}px)`, height: ROW }}
              onClick={({ shiftKey, ctrlKey, metaKey }) =>
                onChoose(index, shiftKey ? 'to' : ctrlKey || metaKey ? 'also' : 'only')
              }
            >
              <i
                aria-hidden="true"
                style={{ ...PICTURE, ...(picture && behindStrip(picture, PICTURE)) }}
              />
              <span className="shot-words">
                <span className="shot-name">
                  <b>{index + 1}</b> {clip?.name ?? 'no clip'}
                </span>
                <span className="figures">
                  {clip ? `${speedsLine(facts, 3)} · ` : ''}
                  {length} f
                </span>
              </span>
              <SmallLine facts={facts} />
            </button>
          );
        })}
      </div>
    </div>
  );
}
