import { waitsForFile, type Clip } from '@caesura/core/plan';
import { mediaUrl } from '../app/http.ts';
import { tintOf } from '../theme/clip-tints.ts';
import { ClipCardPicture } from './ClipCardPicture.tsx';

/**
 * A clip's small picture; the card of one that is not shot yet; or its tint with two strokes where
 * there is neither.
 */
export function Poster({ clip, place }: { clip: Clip; place: number }) {
  if (clip.poster)
    return (
      <img className="poster" src={mediaUrl(clip.poster)} alt="" loading="lazy" draggable={false} />
    );
  if (waitsForFile(clip)) return <ClipCardPicture clip={clip} />;
  return <span className={`poster poster-none tint-${tintOf(place)}`} aria-hidden="true" />;
}
