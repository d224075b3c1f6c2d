import type { Cue, Line } from '@caesura/core/film';
import { toNumber } from '@caesura/core/time';
import { clock } from '../app/format.ts';
import { CueGlyph } from './CueGlyph.tsx';
import type { LineItems, Stretch } from './line-items.ts';
import { percentOn, rangeOn } from './place.ts';

/** A word over the line at a time, with its mark. */
function Word({ line, cue, name }: { line: Line; cue: Cue; name: string }) {
  return (
    <span
      className={`standing is-${cue.kind}`}
      style={{ left: `${percentOn(line, toNumber(cue.at))}%` }}
      role="img"
      aria-label={`${name}, bar ${cue.bar} beat ${cue.beat}`}
      title={`${name} · bar ${cue.bar} beat ${cue.beat} · frame ${cue.frame}`}
    >
      {cue.kind !== 'section' && <CueGlyph kind={cue.kind} />}
      {cue.kind !== 'word' && <em>{name}</em>}
      {cue.kind === 'word' && cue.name && <em>“{cue.name}”</em>}
    </span>
  );
}

/** The part of a stretch of music that is on a line: a rise with its peak, or a pause. */
function StretchMark({ line, stretch }: { line: Line; stretch: Stretch }) {
  const [from, to] = [toNumber(stretch.from.at), toNumber(stretch.to.at)];
  const at = rangeOn(line, from, to);
  if (!at) return null;
  const seconds = `${(to - from).toFixed(1)} s`;
  const name = stretch.kind === 'rise' ? `Rise of ${seconds}` : `Pause of ${seconds}`;
  return (
    <span
      className={`stretch is-${stretch.kind}`}
      style={{ left: `${at.left}%`, width: `${at.width}%` }}
      role="img"
      aria-label={`${name}, from bar ${stretch.from.bar} beat ${stretch.from.beat}`}
      title={name}
    >
      {from >= line.from && <em>{stretch.kind === 'rise' ? 'rise' : '//'}</em>}
    </span>
  );
}

/**
 * What of the music stands over a line: its bars with their times, sections by name, drops, rises,
 * pauses and words.
 */
export function StandingMarks({ line, items }: { line: Line; items: LineItems }) {
  const { standing, stretches } = items;
  const named = standing.filter(({ kind }) => kind === 'section' || kind === 'drop');
  const drops = new Set(standing.filter(({ kind }) => kind === 'drop').map(({ frame }) => frame));
  const taken = named.map(({ at }) => percentOn(line, toNumber(at)));
  // A section without a name that begins on a drop is told by the drop.
  const said = ({ kind, name, frame }: Cue) =>
    kind !== 'section' || name !== undefined || !drops.has(frame);
  return (
    <div className="standing-row">
      {line.bars.slice(1).map((at, i) => {
        const left = percentOn(line, at);
        // A name that stands here says more.
        if (taken.some((one) => one > left - 6 && one < left + 6)) return null;
        return (
          <span key={at} className="bar-tick figures" style={{ left: `${left}%` }}>
            <b>{line.bar! + i + 1}</b> {clock(at)}
          </span>
        );
      })}
      {stretches.map((stretch) => (
        <StretchMark
          key={`${stretch.kind} ${toNumber(stretch.from.at)}`}
          line={line}
          stretch={stretch}
        />
      ))}
      {standing.filter(said).map((cue) => (
        <Word
          key={`${cue.kind} ${cue.sound} ${toNumber(cue.at)}`}
          line={line}
          cue={cue}
          name={
            cue.name ?? (cue.kind === 'drop' ? 'Drop' : cue.kind === 'word' ? 'Word' : 'Section')
          }
        />
      ))}
    </div>
  );
}
