import { memo } from 'react';
import type { Analysis } from '@caesura/core/listen';
import type { Line, Music } from '@caesura/core/plan';
import { percentOn, stretchOn } from '../../marks/place.ts';
import { Wave } from '../../marks/Wave.tsx';

interface Props {
  readonly line: Line;
  readonly music: Music;
  readonly heard: Analysis;
  readonly outline: Uint8Array | null;
  /** The position, in seconds of the file. */
  readonly at: number;
  /** Where the film starts, in seconds of the file. */
  readonly start: number;
}

/** The beats on a line; how sure each is shows in its weight. */
const Beats = memo(function Beats({ line, heard }: Pick<Props, 'line' | 'heard'>) {
  const { beats, downbeats, sampleRate } = heard;
  // Lines start on beats, whose times are whole samples only before they were divided.
  const [from, to] = [Math.round(line.from * sampleRate), Math.round(line.to * sampleRate)];
  const first = beats.findIndex((b) => b.at >= from);
  if (first < 0) return null;
  const accents = new Set(downbeats);
  const marks = [];
  for (let i = first; i < beats.length && beats[i]!.at < to; i++) {
    const { at, confidence } = beats[i]!;
    const kind = accents.has(i) ? 'beat is-downbeat' : 'beat';
    const style = { left: `${percentOn(line, at / sampleRate)}%`, opacity: 0.35 + 0.65 * confidence };
    marks.push(<i key={at} className={kind} style={style} />);
  }
  return marks;
});

/** One line of the sound: wave, beats, the part outside the region veiled, the position. */
export function MusicLine({ line, music, heard, outline, at, start }: Props) {
  const out = music.region.out / music.analysis.sampleRate;
  const veils = [stretchOn(line, 0, start), stretchOn(line, out, line.to)];
  return (
    <>
      <div className="music-wave">{outline && <Wave outline={outline} line={line} offset={0} />}</div>
      <Beats line={line} heard={heard} />
      {veils.map(
        (veil) =>
          veil && <div key={veil.left} className="veil" style={{ left: `${veil.left}%`, width: `${veil.width}%` }} />,
      )}
      {at >= line.from && at < line.to && <div className="position" style={{ left: `${percentOn(line, at)}%` }} />}
    </>
  );
}
