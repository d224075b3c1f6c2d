import type { FrameRate } from '../../time/index.ts';
import type { CutMedia } from '../returned/cut-film.ts';
import { asRational, meantRate } from '../returned/exact-seconds.ts';
import { objectOf, rangeOf, textOf, type OtioObject } from './otio-json.ts';

/** The last part of an address as a file name; null where there is none. */
function fileNameOf(url: string): string | null {
  const last =
    url
      .replace(/[?#].*$/, '')
      .split(/[/\\]/)
      .at(-1) ?? '';
  if (last === '') return null;
  try {
    return decodeURIComponent(last);
  } catch {
    return last;
  }
}

/** The name of a numbered run of pictures, its number as a hash sign for each digit. */
function runName({ fields }: OtioObject): string | null {
  const digits = Number(fields.frame_zero_padding) || 0;
  const name = `${textOf(fields.name_prefix)}${'#'.repeat(Math.min(20, Math.max(1, digits)))}${textOf(fields.name_suffix)}`;
  return name.length > 1 ? name : null;
}

/** The reference of a clip that is in use: that of its key, or of earlier versions the only one. */
export function referenceOf({ fields }: OtioObject): OtioObject | null {
  const { media_references: all, active_media_reference_key: key, media_reference: only } = fields;
  if (typeof all === 'object' && all !== null && !Array.isArray(all)) {
    const of = all as Record<string, unknown>;
    const used = typeof key === 'string' ? key : 'DEFAULT_MEDIA';
    if (Object.hasOwn(of, used)) return objectOf(of[used]);
  }
  return objectOf(only);
}

/** A rate of pictures; null for what counts samples. */
const pictureRate = (rate: number): FrameRate | null => (rate <= 1000 ? meantRate(rate) : null);

/** What a document says of the media of a clip; null where it is black or made by a program. */
export function mediaOf(clip: OtioObject): CutMedia | null {
  const reference = referenceOf(clip);
  if (reference?.schema === 'GeneratorReference') return null;
  const range = reference && rangeOf(reference.fields.available_range);
  const fileName =
    reference?.schema === 'ImageSequenceReference'
      ? runName(reference)
      : fileNameOf(textOf(reference?.fields.target_url));
  return {
    name: textOf(clip.fields.name),
    ...{ fileName, reel: null },
    rate: range ? pictureRate(range.start.rate) : null,
    available: range && {
      from: asRational(range.start.seconds),
      lasts: asRational(range.lasts.seconds),
    },
  };
}
