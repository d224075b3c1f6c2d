import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { sourceFrames, toNumber } from '@caesura/core/time';
import { clock } from '../../app/format.ts';
import { ClipLine, type ClipLineProps } from './ClipLine.tsx';

/** Height of a line in pixels. */
const HEIGHT = 176;

interface Props extends Omit<ClipLineProps, 'from' | 'to'> {
  /** The frame of the position. */
  readonly frame: number;
}

/**
 * A clip from its first frame to its last, in lines of so many frames, one under the other, drawn
 * where they are in view.
 */
export function ClipLines({ frame, ...props }: Props) {
  const { clip, across, onPlace } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const count = Math.ceil(clip.frames / across);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => HEIGHT,
    overscan: 2,
  });
  const row = Math.floor(frame / across);
  useEffect(() => rows.scrollToIndex(row), [rows, row]);
  return (
    <div
      className="lines"
      ref={scroller}
      // What scrolls is reached by keyboard.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      role="region"
      aria-label={`Frames of ${clip.name}`}
    >
      <div className="lines-inner" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const from = index * across;
          return (
            <div
              key={index}
              className="line"
              style={{ height: HEIGHT, transform: `translateY(${start}px)` }}
            >
              <div className="line-margin">
                <b className="figures">{from}</b>
                <span className="figures">{clock(from / toNumber(clip.rate))}</span>
              </div>
              <div
                className="clip-line"
                onPointerDown={(event) => {
                  const box = event.currentTarget.getBoundingClientRect();
                  const at = Math.floor(from + ((event.clientX - box.left) / box.width) * across);
                  onPlace(sourceFrames(Math.min(clip.frames - 1, at)));
                }}
              >
                <ClipLine {...props} from={from} to={Math.min(clip.frames, from + across)} />
                {index === row && (
                  <i
                    className="clip-position"
                    style={{
                      left: `${(100 * (frame - from)) / across}%`,
                      width: `${100 / across}%`,
                    }}
                  />
                )}
              </div>
            </div>
          );
        })}
      </div>
    </div>
  );
}
