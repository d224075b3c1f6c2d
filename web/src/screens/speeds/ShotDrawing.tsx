import { useMemo, useRef, type RefObject } from 'react';
import { landedMoments, type Film, type ShotFacts } from '@caesura/core/film';
import type { Ramp } from '@caesura/core/plan';
import { frames as framesOf, rateLabel } from '@caesura/core/time';
import { useAppDispatch } from '../../app/store.ts';
import { useHeight, useWidth } from '../../app/use-extent.ts';
import { placed } from '../../app/view.ts';
import { FrameStrip } from '../../components/FrameStrip.tsx';
import { useProxies } from '../../proxy/use-proxies.ts';
import { FrameTable } from './FrameTable.tsx';
import { filmX, scalesOf } from './scales.ts';
import { SourceStrip } from './SourceStrip.tsx';
import { SpeedChart } from './SpeedChart.tsx';
import { SpeedFan } from './SpeedFan.tsx';

/** Width of the names at the left, and of a picture of the strip at least. */
const [NAMES, PICTURE] = [84, 58];

/** Height of the cues and frames that are seen above the speeds. */
const ABOVE = 80;

/** Beats and cues over a shot, downbeats longer, what stands out by name. */
function CueLine({ film, facts, width }: { film: Film; facts: ShotFacts; width: number }) {
  const { start, end, length } = facts;
  const inside = <T extends { frame: number }>({ frame }: T) => frame >= start && frame < end;
  const x = (frame: number) => ((frame - start) / length) * width;
  const named = film.cues.filter(
    (cue) => inside(cue) && (cue.kind === 'hit' || cue.kind === 'drop' || cue.kind === 'word'),
  );
  return (
    <div className="speed-cues" style={{ width }}>
      {film.beats.filter(inside).map(({ frame, kind, bar, beat }) => (
        <i
          key={frame}
          className={kind === 'downbeat' ? 'is-downbeat' : ''}
          style={{ left: x(frame) }}
          title={`bar ${bar} beat ${beat}, frame ${frame}`}
        />
      ))}
      {named.map(({ kind, frame, name }) => (
        <span key={`${kind} ${frame}`} style={{ left: x(frame) }} title={`${kind}, frame ${frame}`}>
          {name ?? kind}
        </span>
      ))}
    </div>
  );
}

/**
 * A shot whole: cues, frames as seen, its speeds, the fan from film to source, the source, and
 * every frame in figures.
 */
export function ShotDrawing({
  film,
  facts,
  ramp,
  at,
  view,
}: {
  film: Film;
  facts: ShotFacts;
  ramp: Ramp;
  at: number;
  /** What it is shown in. */
  view: RefObject<HTMLElement | null>;
}) {
  const dispatch = useAppDispatch();
  const box = useRef<HTMLDivElement>(null);
  const width = Math.max(0, useWidth(box) - NAMES);
  const height = useHeight(view);
  const { start, length, index, clip } = facts;
  const scales = scalesOf(facts, { width, height });
  const clips = useMemo(() => (clip ? [clip] : []), [clip]);
  const readers = useProxies(clips);
  const count = Math.max(1, Math.min(length, Math.floor(width / PICTURE)));
  const pictured = useMemo(
    () => Array.from({ length: count }, (_, i) => start + Math.floor((i * length) / count)),
    [start, length, count],
  );
  const landed = landedMoments(film, facts);
  const toFrame = (frame: number) =>
    dispatch(placed(framesOf(Math.min(start + length - 1, Math.max(start, frame)))));
  const inside = at >= start && at < start + length;
  return (
    <section className="shot-drawing" aria-label="The shot" ref={box}>
      <h2>
        Shot {index + 1}, {clip?.name ?? 'no clip'}
        <small>
          {clip ? ` ${rateLabel(clip.rate)} fps · ` : ' '}
          {length} frames
          {landed[0] && ` · ${landed[0].moment} lands on ${start + landed[0].after}`}
        </small>
      </h2>
      {width > 0 && (
        <div className="speed-rows" style={{ '--names': `${NAMES}px` } as React.CSSProperties}>
          {inside && (
            <i
              className="speed-at"
              style={{
                left: NAMES + filmX(scales, at - start),
                width: Math.max(1, filmX(scales, 1)),
                height: ABOVE + scales.chart,
              }}
              aria-hidden="true"
            />
          )}
          <span className="row-name">cues</span>
          <CueLine {...{ film, facts, width }} />
          <span className="row-name">as seen</span>
          <FrameStrip
            {...{ film, at, readers }}
            frames={pictured}
            width={width / count}
            onFrame={toFrame}
          />
          <span className="row-name">speed</span>
          <SpeedChart {...{ film, facts, ramp, scales }} onFrame={(k) => toFrame(start + k)} />
          {clip && (
            <>
              <span className="row-name is-fan" style={{ height: scales.fan }}>
                <span>film</span>
                <span>source</span>
              </span>
              <SpeedFan {...{ film, facts, scales }} />
              <span className="row-name" />
              <SourceStrip {...{ film, facts, scales }} />
              <span className="row-name" />
              <FrameTable {...{ film, facts, at, width }} onFrame={toFrame} />
            </>
          )}
        </div>
      )}
    </section>
  );
}
