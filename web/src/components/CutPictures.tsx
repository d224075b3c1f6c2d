import type { ShotFacts } from '@caesura/core/film';
import { ShotPicture } from './ShotPicture.tsx';

/** Pixels of a picture in a list. */
export const LIST_PICTURE = { width: 35, height: 20 };

/** The last picture before a cut and the first after it. */
export function CutPictures({ out, into }: { out: ShotFacts; into: ShotFacts }) {
  return (
    <span className="move-pictures" aria-hidden="true">
      <ShotPicture facts={out} source={out.time?.at(out.length - 1)} size={LIST_PICTURE} />
      <ShotPicture facts={into} source={into.time?.at(0)} size={LIST_PICTURE} />
    </span>
  );
}
