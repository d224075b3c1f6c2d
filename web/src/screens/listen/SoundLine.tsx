import { memo, useState, type CSSProperties, type PointerEvent } from 'react';
import {
  cuesOfSound,
  correctedBeats,
  rangesBetween,
  usedCues,
  type Line,
  type SoundCue,
} from '@caesura/core/film';
import { partsOf, type Sound } from '@caesura/core/plan';
import { samples, type Samples } from '@caesura/core/time';
import { clock } from '../../app/format.ts';
import { CueGlyph } from '../../components/CueGlyph.tsx';
import { percentOn, rangeOn, timeAt } from '../../components/place.ts';
import { Wave } from '../../components/Wave.tsx';
import { cueName } from './kinds.ts';

/** A cue that was pointed at. */
export type Chosen = Pick<SoundCue, 'kind' | 'at'>;

/** A stretch of a file between two instants. */
export interface Range {
  readonly from: Samples;
  readonly to: Samples;
}

interface MarkProps {
  readonly cue: SoundCue;
  readonly line: Line;
  readonly sampleRate: number;
  readonly chosen: boolean;
  readonly used: boolean;
  readonly onChoose: (cue: Chosen) => void;
  readonly onMove: (cue: Chosen, to: Samples) => void;
}

/** Pixels a pointer must go before a mark is dragged. */
const DRAG_FROM = 3;

/** The mark of one cue: how sure it is shows in its weight. It can be chosen and dragged. */
const Mark = memo(function CueMark({
  cue,
  line,
  sampleRate,
  chosen,
  used,
  onChoose,
  onMove,
}: MarkProps) {
  const [drag, setDrag] = useState<{ readonly x: number; readonly time: number | null } | null>(
    null,
  );
  const { kind, at, confidence, name } = cue;
  const beat = kind === 'beat' || kind === 'downbeat';
  const timeUnder = (event: PointerEvent<HTMLElement>): number => {
    const box = event.currentTarget.closest('.line-body')!.getBoundingClientRect();
    return timeAt(line, (event.clientX - box.left) / box.width);
  };
  const shown = drag?.time ?? at / sampleRate;
  const style: CSSProperties = {
    left: `${percentOn(line, shown)}%`,
    opacity: chosen ? 1 : (used ? 0.4 : 0.15) + (used ? 0.6 : 0.2) * confidence,
  };
  return (
    <button
      type="button"
      tabIndex={-1}
      className={`mark is-${kind}${chosen ? ' is-chosen' : ''}`}
      style={style}
      aria-label={`${cueName(kind)}${name ? ` ${name}` : ''} at ${clock(at / sampleRate)}`}
      title={`${cueName(kind)}, ${(at / sampleRate).toFixed(3)} s, strength ${Math.round(100 * cue.strength)} %, certainty ${Math.round(100 * confidence)} %`}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrag({ x: event.clientX, time: null });
        onChoose({ kind, at });
      }}
      onPointerMove={(event) => {
        if (drag && (drag.time !== null || Math.abs(event.clientX - drag.x) > DRAG_FROM))
          setDrag({ ...drag, time: timeUnder(event) });
      }}
      onPointerUp={() => {
        if (drag && drag.time !== null)
          onMove({ kind, at }, samples(Math.round(drag.time * sampleRate)));
        setDrag(null);
      }}
      onPointerCancel={() => setDrag(null)}
    >
      {beat ? null : <CueGlyph kind={kind} />}
      {(name ?? (kind === 'section' ? 'section' : '')) && (
        <span className="cue-name">{name ?? 'section'}</span>
      )}
    </button>
  );
});

const Band = ({
  className,
  line,
  from,
  to,
}: {
  className: string;
  line: Line;
  from: number;
  to: number;
}) => {
  const stretch = rangeOn(line, from, to);
  return (
    stretch && (
      <div className={className} style={{ left: `${stretch.left}%`, width: `${stretch.width}%` }} />
    )
  );
};

/**
 * A hairpin over a rise from its start to its peak, or over a fade the other way, as much of it as
 * is on the line.
 */
function Hairpin({
  line,
  from,
  to,
  falling,
}: {
  line: Line;
  from: number;
  to: number;
  falling?: boolean;
}) {
  const stretch = rangeOn(line, from, to);
  if (!stretch) return null;
  const [start, end] = [Math.max(from, line.from), Math.min(to, line.to)].map((t) => {
    const part = (t - from) / (to - from);
    return falling ? 1 - part : part;
  }) as [number, number];
  return (
    <svg
      className="swell"
      viewBox="0 0 100 10"
      preserveAspectRatio="none"
      style={{ left: `${stretch.left}%`, width: `${stretch.width}%` }}
      aria-hidden="true"
    >
      <path
        d={`M0 ${5 - 5 * start}L100 ${5 - 5 * end}M0 ${5 + 5 * start}L100 ${5 + 5 * end}`}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** The stretches of a file that the film does not use, in order; samples. */
function unusedOf(sound: Sound): { from: number; to: number }[] {
  const used = partsOf(sound).toSorted((a, b) => a.from - b.from);
  const unused: { from: number; to: number }[] = [];
  let reached = 0;
  for (const { from, to } of used) {
    if (from > reached) unused.push({ from: reached, to: from });
    reached = Math.max(reached, to);
  }
  return [...unused, { from: reached, to: Infinity }];
}

/** Where a splice leaves the music and where it enters it again, by its number. */
function SpliceMarks({
  line,
  leave,
  enter,
  number,
}: {
  line: Line;
  leave: number;
  enter: number;
  number: number;
}) {
  const mark = (at: number, text: string, side: 'leave' | 'enter') =>
    // A bar line that ends a line is drawn where the music stops, at the end of that line.
    (side === 'leave' ? at > line.from && at <= line.to : at >= line.from && at < line.to) && (
      <div
        className={`splice splice-${side}`}
        style={{ left: `${percentOn(line, at)}%` }}
        title={text}
      >
        <span>{side === 'leave' ? `${number} →` : `→ ${number}`}</span>
      </div>
    );
  return (
    <>
      {mark(leave, `Splice ${number} leaves the music here`, 'leave')}
      {mark(enter, `Splice ${number} goes on from here`, 'enter')}
    </>
  );
}

interface Props {
  readonly line: Line;
  readonly sound: Sound;
  readonly outline: Uint8Array | null;
  /** The position, in seconds of the file. */
  readonly at: number;
  readonly chosen: Chosen | null;
  readonly range: Range | null;
  readonly onChoose: (cue: Chosen) => void;
  readonly onMove: (cue: Chosen, to: Samples) => void;
}

/** One line of a sound: wave, cues, the part outside the region veiled, the range, the position. */
export function SoundLine({ line, sound, outline, at, chosen, range, onChoose, onMove }: Props) {
  const { sampleRate } = correctedBeats(sound);
  const [first, last] = [Math.round(line.from * sampleRate), Math.round(line.to * sampleRate)];
  const used = new Set(usedCues(sound));
  // Beats are seen also when they are switched off, since lines and corrections go by them.
  const all = cuesOfSound(sound);
  const cues = all.filter(
    (c) =>
      c.at >= first && c.at < last && (used.has(c) || c.kind === 'downbeat' || c.kind === 'beat'),
  );
  const pauses = rangesBetween(all, 'pause-start', 'pause-end');
  const rises = rangesBetween(all, 'rise-start', 'rise-peak');
  const fadeFrom = sound.region.out - sound.fade;
  return (
    <>
      {range && (
        <Band
          className="range"
          line={line}
          from={range.from / sampleRate}
          to={range.to / sampleRate}
        />
      )}
      <div className="music-wave">
        {outline && <Wave outline={outline} line={line} offset={0} />}
      </div>
      {pauses.map((p) => (
        <Band
          key={p.from}
          className="pause"
          line={line}
          from={p.from / sampleRate}
          to={p.to / sampleRate}
        />
      ))}
      {rises.map((r) => (
        <Hairpin key={r.from} line={line} from={r.from / sampleRate} to={r.to / sampleRate} />
      ))}
      {sound.fade > 0 && (
        <Hairpin
          line={line}
          from={fadeFrom / sampleRate}
          to={sound.region.out / sampleRate}
          falling
        />
      )}
      {unusedOf(sound).map(({ from, to }) => (
        <Band
          key={from}
          className="veil"
          line={line}
          from={from / sampleRate}
          to={to / sampleRate}
        />
      ))}
      {sound.splices.map(({ leave, enter }, i) => (
        <SpliceMarks
          key={`${i}-${leave}`}
          line={line}
          leave={leave / sampleRate}
          enter={enter / sampleRate}
          number={i + 1}
        />
      ))}
      {cues.map((cue) => (
        <Mark
          key={`${cue.kind}${cue.at}`}
          cue={cue}
          line={line}
          sampleRate={sampleRate}
          used={used.has(cue)}
          chosen={chosen?.kind === cue.kind && chosen.at === cue.at}
          onChoose={onChoose}
          onMove={onMove}
        />
      ))}
      {at >= line.from && at < line.to && (
        <div className="position" style={{ left: `${percentOn(line, at)}%` }} />
      )}
    </>
  );
}
