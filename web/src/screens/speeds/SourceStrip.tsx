import { useState, type PointerEvent } from 'react';
import { holdsOf } from '@caesura/core/edits';
import type { Film, ShotFacts } from '@caesura/core/film';
import { sourceFrames } from '@caesura/core/time';
import { behindStrip } from '../../components/behind-strip.ts';
import { drag, type Dragged } from '../../components/drag.ts';
import { sourceAtX, sourceX, type Scales } from './scales.ts';
import { useAsk } from './use-ask.ts';
import { useSpeedEdit } from './use-held-edit.ts';

const HEIGHT = 30;
/** Width of a picture of the strip, at least. */
const PICTURE = 54;

type Grip = 'in' | 'out' | 'both';

/**
 * The source with what of it is shown: its in and out are dragged, and the speeds all change by one
 * factor so that the shot keeps its length; dragged in the middle it slips. What is spare is told.
 */
export function SourceStrip({
  film,
  facts,
  scales,
}: {
  film: Film;
  facts: ShotFacts;
  scales: Scales;
}) {
  const edit = useSpeedEdit();
  const ask = useAsk(film.plan, facts.index);
  const [held, setHeld] = useState<{ readonly in: number; readonly out: number } | null>(null);
  const { clip, time, length, index, shot } = facts;
  if (!clip || !time) return null;
  const now = { in: time.at(0) as number, out: time.at(length - 1) + 1 };
  const shown = held ?? now;
  const count = Math.max(1, Math.floor(scales.width / PICTURE));
  const tile = { width: scales.width / count, height: HEIGHT };
  const rangeAfter = (grip: Grip, by: number) => {
    const moved = sourceAtX(scales, sourceX(scales, scales.from) + by) - Math.round(scales.from);
    const range = {
      in: grip === 'out' ? now.in : now.in + moved,
      out: grip === 'in' ? now.out : now.out + moved,
    };
    return range.out > range.in ? range : now;
  };
  const put = (grip: Grip, range: { readonly in: number; readonly out: number }) => {
    if (grip === 'both') {
      edit('slipShot', index, range.in - now.in);
      return;
    }
    const from = { in: sourceFrames(Math.max(0, range.in)), out: sourceFrames(range.out) };
    ask({ ask: 'fill', from });
  };
  const hold = (grip: Grip) => (press: PointerEvent) => {
    const after = ({ byX }: Dragged) => rangeAfter(grip, byX);
    drag(
      press,
      (at) => setHeld(at && after(at)),
      (at) => put(grip, after(at)),
    );
  };
  const [left, right] = [sourceX(scales, shown.in), sourceX(scales, shown.out)];
  const spare = { before: shown.in, after: clip.frames - shown.out };
  const isHeld = (what: 'in' | 'out') => holdsOf(shot).includes(what);
  return (
    <div className="source-strip" style={{ width: scales.width }}>
      <div className="source-pictures" style={{ height: HEIGHT }} aria-hidden="true">
        {Array.from({ length: count }, (_, i) => {
          const at = scales.from + ((i + 0.5) / count) * (scales.to - scales.from);
          const inside = at >= 0 && at < clip.frames && clip.strip;
          return (
            <i
              key={i}
              style={{
                ...tile,
                ...(inside &&
                  behindStrip(
                    {
                      ...{ strip: clip.strip!, at: at / clip.frames },
                      aspect: clip.size.width / clip.size.height,
                    },
                    tile,
                  )),
              }}
            />
          );
        })}
        <span className="source-spare" style={{ left: 0, width: Math.max(0, left) }} />
        <span
          className="source-spare"
          style={{ left: right, width: Math.max(0, scales.width - right) }}
        />
        <span
          className="source-middle"
          style={{ left, width: Math.max(1, right - left) }}
          onPointerDown={hold('both')}
          title="Drag to slip"
        />
        <span
          className="source-grip"
          style={{ left }}
          onPointerDown={hold('in')}
          title="Source in: drag, the speeds change by one factor"
        />
        <span
          className="source-grip"
          style={{ left: right }}
          onPointerDown={hold('out')}
          title="Source out: drag, the speeds change by one factor"
        />
      </div>
      <div className="source-figures figures">
        <span style={{ left: Math.max(0, left) }}>
          in {shown.in}
          {isHeld('in') ? ' held' : ''} · {spare.before} spare
        </span>
        <span className="is-out" style={{ right: Math.max(0, scales.width - right) }}>
          out {shown.out}
          {isHeld('out') ? ' held' : ''} ·{' '}
          {spare.after < 0 ? (
            <b className="wrong">{-spare.after} missing</b>
          ) : (
            `${spare.after} spare`
          )}
        </span>
      </div>
    </div>
  );
}
