import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { cameraDirection, type ClipAnalysis } from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { formatTimecode, rateLabel, toNumber, type SourceFrames } from '@caesura/core/time';
import { FramePicture } from '../../components/FramePicture.tsx';
import { Poster } from '../../components/Poster.tsx';
import type { ProxyReader } from '../../proxy/reader.ts';

/** How the camera moves on a frame of a clip, in words and figures. */
function movementOn(clip: Clip, analysis: ClipAnalysis | null, frame: SourceFrames): string {
  const rate = toNumber(clip.rate);
  const measured = analysis?.frames[frame];
  const camera = measured ? cameraDirection(measured, rate) : null;
  if (!measured || !camera) return 'Not watched: no movement is known';
  const degrees = camera.degrees === null ? '' : ` at ${Math.round((camera.degrees + 180) % 360)}°`;
  const share = 100 * Math.hypot(measured.dx, measured.dy) * rate;
  return `Camera ${camera.words}${degrees}, ${share.toFixed(1)} % of the width a second`;
}

/** A clip by its name and rate, the picture of a frame, and where that frame is. */
export function ClipHead({
  clip,
  analysis,
  place,
  frame,
  reader,
  storedOf,
}: {
  clip: Clip;
  analysis: ClipAnalysis | null;
  place: number;
  frame: SourceFrames;
  reader: ProxyReader | null;
  storedOf: (frame: number) => number;
}) {
  return (
    <>
      <div className="clip-head">
        <Link
          to="../footage"
          className="icon-button"
          aria-label="All clips"
          title="All clips (Esc)"
        >
          <ArrowLeft size={18} />
        </Link>
        <h2>{clip.name}</h2>
        <span className="figures">{rateLabel(clip.rate)} fps</span>
      </div>
      <div className="clip-picture">
        {reader ? (
          <FramePicture
            reader={reader}
            frame={storedOf(frame)}
            label={`Frame ${frame} of ${clip.name}`}
          />
        ) : (
          <Poster clip={clip} place={place} />
        )}
      </div>
      <div className="clip-here">
        <p>
          <b className="figures">{frame} f</b>
          <span className="figures">
            {formatTimecode(clip.start + frame, clip.rate, clip.dropFrame)}
          </span>
          <span className="figures">{(frame / toNumber(clip.rate)).toFixed(3)} s</span>
        </p>
        <p className="clip-camera">{movementOn(clip, analysis, frame)}</p>
      </div>
    </>
  );
}
