import type { VideoSample } from 'mediabunny';
import { memo, useEffect, useRef } from 'react';
import {
  cameraDirection,
  type Moment,
  type MomentKind,
  type ClipAnalysis,
} from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { sourceFrames, toNumber, type SourceFrames } from '@caesura/core/time';
import type { ProxyReader } from '../../proxy/reader.ts';
import { MOMENT_KINDS } from '../../components/moment-kinds.ts';
import { ClipWave } from './ClipWave.tsx';
import { MovementCurve } from './MovementCurve.tsx';
import { useFrameDrag } from './use-frame-drag.ts';

/** Pictures over a line. */
const PICTURES = 8;
/** Size of a picture as drawn, in pixels; it is filled from the middle of the frame. */
const [PICTURE_WIDTH, PICTURE_HEIGHT] = [160, 93];

export interface ClipLineProps {
  readonly clip: Clip;
  readonly analysis: ClipAnalysis | null;
  readonly proposed: readonly Moment[];
  readonly reader: ProxyReader | null;
  /** The stored frame that shows a frame of the clip. */
  readonly storedOf: (frame: number) => number;
  /** Frames of the line, [from, to), of `across` that a full line has. */
  readonly from: number;
  readonly to: number;
  readonly across: number;
  readonly most: number;
  readonly onPlace: (frame: SourceFrames) => void;
  readonly onKeep: (moment: { at: SourceFrames; kind: MomentKind }) => void;
  readonly onMove: (from: SourceFrames, to: SourceFrames) => void;
  readonly onUsable: (from: SourceFrames, to: SourceFrames) => void;
}

/** Draws a frame so that it fills its place, whatever its form. */
function drawFilling(sample: VideoSample, context: CanvasRenderingContext2D, x: number): void {
  const { displayWidth, displayHeight } = sample;
  const scale = Math.max(PICTURE_WIDTH / displayWidth, PICTURE_HEIGHT / displayHeight);
  const [width, height] = [PICTURE_WIDTH / scale, PICTURE_HEIGHT / scale];
  const [left, top] = [(displayWidth - width) / 2, (displayHeight - height) / 2];
  sample.draw(context, left, top, width, height, x, 0, PICTURE_WIDTH, PICTURE_HEIGHT);
}

/** The pictures over a line, each the frame at its left edge. */
function Pictures({
  reader,
  storedOf,
  from,
  to,
  across,
}: Pick<ClipLineProps, 'storedOf' | 'from' | 'to' | 'across'> & { reader: ProxyReader }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let left = false;
    const frames = Array.from(
      { length: PICTURES },
      (_, i) => from + Math.floor((i * across) / PICTURES),
    ).filter((frame) => frame < to);
    const draw = async () => {
      let i = 0;
      for await (const sample of reader.pictures(frames.map(storedOf))) {
        const context = canvas.current?.getContext('2d');
        if (!left && context && sample) drawFilling(sample, context, i * PICTURE_WIDTH);
        sample?.close();
        i++;
        if (left) return;
      }
    };
    // A copy that was closed meanwhile draws nothing more.
    draw().catch(() => undefined);
    return () => {
      left = true;
    };
  }, [reader, storedOf, from, to, across]);
  return (
    <canvas
      ref={canvas}
      className="line-pictures"
      width={PICTURES * PICTURE_WIDTH}
      height={PICTURE_HEIGHT}
      aria-hidden="true"
    />
  );
}

/** Which way the camera goes, picture by picture: an arrow, and the words of it. */
function Directions({
  analysis,
  rate,
  from,
  to,
  across,
}: {
  analysis: ClipAnalysis;
  rate: number;
  from: number;
  to: number;
  across: number;
}) {
  const step = across / PICTURES;
  return Array.from({ length: PICTURES }, (_, i) => {
    const [first, end] = [
      Math.floor(from + i * step),
      Math.min(to, Math.floor(from + (i + 1) * step)),
    ];
    const part = analysis.frames
      .slice(first, end)
      .filter((_, k) => !analysis.shotChanges.some((at) => at === first + k));
    if (part.length === 0) return null;
    const mean = (of: (f: (typeof part)[number]) => number) =>
      part.reduce((sum, f) => sum + of(f), 0) / part.length;
    const moved = {
      ...part[0]!,
      dx: mean((f) => f.dx),
      dy: mean((f) => f.dy),
      zoom: mean((f) => f.zoom),
      turn: mean((f) => f.turn),
    };
    const { degrees, words } = cameraDirection(moved, rate);
    if (words === 'still') return null;
    return (
      <span
        key={i}
        className="line-direction"
        style={{ left: `${(100 * i) / PICTURES}%`, width: `${100 / PICTURES}%` }}
      >
        {degrees !== null && (
          <svg viewBox="-8 -8 16 16" aria-hidden="true">
            {/* The camera goes the other way than the picture. */}
            <path
              d="M-7 0H6M1.5 -4.5L6 0L1.5 4.5"
              transform={`rotate(${(degrees + 180).toFixed(0)})`}
            />
          </svg>
        )}
        {words}
      </span>
    );
  });
}

function Pin({
  moment,
  kept,
  clip,
  from,
  across,
  onPlace,
  onKeep,
  onMove,
}: Pick<ClipLineProps, 'clip' | 'from' | 'across' | 'onPlace' | 'onKeep' | 'onMove'> & {
  moment: Pick<Moment, 'at' | 'kind'>;
  kept: boolean;
}) {
  const { at, kind } = moment;
  const inClip = (frame: number) => sourceFrames(Math.min(clip.frames - 1, Math.max(0, frame)));
  const drag = useFrameDrag(
    from,
    across,
    () => onPlace(at),
    (frame) => (kept ? onMove(at, inClip(frame)) : onKeep({ at: inClip(frame), kind })),
  );
  const shown = drag.frame === null ? at : inClip(drag.frame);
  const name = `Frame ${shown}: ${MOMENT_KINDS[kind].name}, ${kept ? 'kept' : 'proposed'}`;
  return (
    <button
      type="button"
      tabIndex={-1}
      className={`pin${kept ? ' is-kept' : ''}`}
      style={{ left: `${(100 * (shown - from)) / across}%` }}
      aria-label={name}
      title={name}
      onDoubleClick={() => kept || onKeep(moment)}
      {...drag.handlers}
    >
      <svg viewBox="-1 -1 12 12" aria-hidden="true">
        <path d={MOMENT_KINDS[kind].glyph} />
      </svg>
    </button>
  );
}

/** An edge of the usable part, to be dragged. */
function Edge({
  clip,
  side,
  from,
  across,
  onUsable,
}: Pick<ClipLineProps, 'clip' | 'from' | 'across' | 'onUsable'> & { side: 'in' | 'out' }) {
  const { usable } = clip;
  const within = (frame: number) =>
    sourceFrames(
      side === 'in'
        ? Math.min(usable.out - 1, Math.max(0, frame))
        : Math.min(clip.frames, Math.max(usable.in + 1, frame)),
    );
  const drag = useFrameDrag(
    from,
    across,
    () => undefined,
    (frame) =>
      onUsable(
        side === 'in' ? within(frame) : usable.in,
        side === 'out' ? within(frame) : usable.out,
      ),
  );
  const shown = drag.frame === null ? usable[side] : within(drag.frame);
  return (
    <span
      className={`usable-edge is-${side}`}
      style={{ left: `${(100 * (shown - from)) / across}%` }}
      title={side === 'in' ? `Usable from frame ${shown}` : `Usable up to frame ${shown}`}
      {...drag.handlers}
    />
  );
}

/**
 * One line of a clip: pictures, which way the camera goes, how much it moves, where it is still,
 * its moments.
 */
export const ClipLine = memo(function WholeLine(props: ClipLineProps) {
  const { clip, analysis, proposed, reader, from, to, across, most } = props;
  const percent = (frame: number) => (100 * (frame - from)) / across;
  const stretch = (start: number, end: number) => {
    const [left, right] = [Math.max(start, from), Math.min(end, to)];
    return left < right
      ? { left: `${percent(left)}%`, width: `${percent(right) - percent(left)}%` }
      : null;
  };
  const on = (at: number) => at >= from && at < to;
  const unused = [stretch(0, clip.usable.in), stretch(clip.usable.out, clip.frames)];
  const ticks = Array.from({ length: Math.ceil((to - from) / (across / PICTURES)) }, (_, i) =>
    Math.floor(from + (i * across) / PICTURES),
  );
  return (
    <>
      <div className="line-pictures-box">{reader && <Pictures {...props} reader={reader} />}</div>
      <div className={`line-movement${clip.sound ? ' is-over-sound' : ''}`}>
        {analysis && (
          <>
            {analysis.still.map((range) => {
              const style = stretch(range.from, range.to);
              return (
                style && (
                  <i
                    key={range.from}
                    className="movement-still"
                    style={style}
                    title={`Still from frame ${range.from} to ${range.to}`}
                  />
                )
              );
            })}
            <MovementCurve
              {...{ analysis, from, across, most }}
              to={Math.min(to, analysis.frames.length)}
              label={`Movement from frame ${from} to ${to}`}
            />
            {analysis.shotChanges.filter(on).map((at) => (
              <i
                key={at}
                className="shot-change"
                style={{ left: `${percent(at)}%` }}
                title={`Another shot starts at frame ${at}`}
              />
            ))}
            <Directions analysis={analysis} rate={toNumber(clip.rate)} {...{ from, to, across }} />
          </>
        )}
      </div>
      {clip.sound && <ClipWave {...{ clip, from, to, across }} sound={clip.sound} />}
      <div className="line-pins">
        {ticks.map((frame) => (
          <span key={frame} className="tick figures" style={{ left: `${percent(frame)}%` }}>
            {frame}
          </span>
        ))}
        {proposed
          .filter(({ at }) => on(at))
          .map((moment) => (
            <Pin key={`p${moment.at}`} {...props} moment={moment} kept={false} />
          ))}
        {clip.moments
          .filter(({ at }) => on(at))
          .map((moment) => (
            <Pin key={moment.at} {...props} moment={moment} kept />
          ))}
      </div>
      {unused.map((style, i) => style && <div key={i} className="unused" style={style} />)}
      {on(clip.usable.in) && <Edge {...props} side="in" />}
      {clip.usable.out > from && clip.usable.out <= to && <Edge {...props} side="out" />}
    </>
  );
});
