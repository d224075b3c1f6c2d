import type { ShotFacts } from '@caesura/core/film';
import { behindStrip } from './behind-strip.ts';

/** A small picture of a shot at a source frame; empty where there is none. Pixels. */
export function ShotPicture({
  facts,
  source,
  size,
}: {
  facts: ShotFacts | undefined;
  source: number | undefined;
  size: { readonly width: number; readonly height: number };
}) {
  const clip = facts?.clip;
  const picture =
    clip?.strip && source !== undefined
      ? { strip: clip.strip, at: source / clip.frames, aspect: clip.size.width / clip.size.height }
      : null;
  return <i style={{ ...size, ...(picture && behindStrip(picture, size)) }} />;
}
