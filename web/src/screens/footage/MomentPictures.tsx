import type { Clip } from '@caesura/core/plan';
import { toNumber, type SourceFrames } from '@caesura/core/time';
import { FramePicture } from '../../components/FramePicture.tsx';
import type { ProxyReader } from '../../proxy/reader.ts';

/** Seconds before and after a moment whose pictures stand beside it. */
const BESIDE = 1 / 12;

/** The pictures before, on and after a moment, side by side. */
export function MomentPictures({
  clip,
  at,
  reader,
  storedOf,
}: {
  clip: Clip;
  at: SourceFrames;
  reader: ProxyReader;
  storedOf: (frame: number) => number;
}) {
  const beside = Math.max(1, Math.round(BESIDE * toNumber(clip.rate)));
  return (
    <div className="moment-pictures">
      {[-beside, 0, beside].map((by) => {
        const frame = Math.min(clip.frames - 1, Math.max(0, at + by));
        return (
          <figure key={by}>
            <FramePicture
              reader={reader}
              frame={storedOf(frame)}
              label={`Frame ${frame} of ${clip.name}`}
            />
            <figcaption className="figures">
              {frame} f{by === 0 ? '' : ` (${by > 0 ? '+' : '−'}${beside})`}
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}
