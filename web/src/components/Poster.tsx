import type { Clip } from '@caesura/core/plan';
import { mediaUrl } from '../app/http.ts';
import { tintOf } from '../theme/clip-tints.ts';

/** A clip's small picture, or its tint with two strokes where there is none. */
export function Poster({ clip, place }: { clip: Clip; place: number }) {
  return clip.poster ? (
    <img className="poster" src={mediaUrl(clip.poster)} alt="" loading="lazy" draggable={false} />
  ) : (
    <span className={`poster poster-none tint-${tintOf(place)}`} aria-hidden="true" />
  );
}
