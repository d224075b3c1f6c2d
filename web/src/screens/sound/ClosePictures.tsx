import { useRef } from 'react';
import { frameAtTime, type Film, type Line, type ShotFacts } from '@caesura/core/film';
import { seconds, toNumber } from '@caesura/core/time';
import { useWidth } from '../../app/use-extent.ts';
import { ShotPicture } from '../../components/ShotPicture.tsx';

/** Pixels of a picture. */
const SIZE = { width: 53, height: 30 };
/** Octaves of speed above and below as filmed that are drawn. */
const OCTAVES = 3;

const shotAt = (shots: readonly ShotFacts[], frame: number): ShotFacts | undefined =>
  shots.find(({ start, end }) => frame >= start && frame < end);

/** How fast a shot goes on each of its frames, times as fast as filmed. */
function speedOn({ time, clip }: ShotFacts, k: number, perSecond: number): number | null {
  if (!time || !clip) return null;
  return ((time.exact(k + 1) - time.exact(k)) * perSecond) / toNumber(clip.rate);
}

/** The speeds of the shots of a stretch as a path over 100 × 100, twice as fast a step up. */
function speedPath(film: Film, line: Line): string {
  const perSecond = toNumber(film.plan.rate);
  const first = Math.max(0, Math.floor(line.from * perSecond));
  const last = Math.ceil(line.to * perSecond);
  let path = '';
  let before: ShotFacts | undefined;
  for (let frame = first; frame < last; frame++) {
    const facts = shotAt(film.shots, frame);
    const speed = facts ? speedOn(facts, frame - facts.start, perSecond) : null;
    if (speed === null) {
      before = undefined;
      continue;
    }
    const x = (100 * ((frame + 0.5) / perSecond - line.from)) / line.span;
    const octaves = Math.log2(Math.max(2 ** -OCTAVES, Math.abs(speed)));
    const y = 50 - (50 * Math.min(OCTAVES, octaves)) / OCTAVES;
    path += `${facts === before ? 'L' : 'M'}${x.toFixed(2)} ${y.toFixed(1)}`;
    before = facts;
  }
  return path;
}

/** What is seen over a stretch of the film, and how fast: pictures and the line of speeds. */
export function ClosePictures({ film, line }: { film: Film; line: Line }) {
  const row = useRef<HTMLDivElement>(null);
  const width = useWidth(row);
  const count = Math.max(1, Math.ceil(width / SIZE.width));
  const end = film.shots.at(-1)?.end ?? 0;
  return (
    <>
      <div className="close-pictures" ref={row} aria-hidden="true">
        {Array.from({ length: count }, (_, i) => {
          const at = line.from + ((i + 0.5) * SIZE.width * line.span) / Math.max(1, width);
          const frame = at < 0 ? -1 : frameAtTime(seconds(at), film.plan);
          const facts = frame < 0 || frame >= end ? undefined : shotAt(film.shots, frame);
          return (
            <ShotPicture
              key={i}
              facts={facts}
              source={facts?.time?.at(frame - facts.start)}
              size={SIZE}
            />
          );
        })}
      </div>
      <svg
        className="close-speeds"
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        role="img"
        aria-label="How fast the shots go"
      >
        <path className="as-filmed" d="M0 50H100" />
        <path d={speedPath(film, line)} />
      </svg>
    </>
  );
}
