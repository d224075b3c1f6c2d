import { nanoid } from '@reduxjs/toolkit';
import { z } from 'zod';
import { ClipSchema, type Clip } from '@caesura/core/plan';
import {
  CaesuraError,
  formatTimecode,
  parseLength,
  parseRate,
  parseTimecode,
  rateLabel,
} from '@caesura/core/time';
import { parseSize, sizeText } from '../../fields/SizeField.tsx';

/** A clip as typed into the form. */
export interface ClipForm {
  readonly name: string;
  readonly fileName: string;
  readonly rate: string;
  readonly length: string;
  readonly size: string;
  readonly start: string;
  readonly usableFrom: string;
  readonly usableTo: string;
}

/** The form of a clip, or of one not yet described. */
export function formOf(clip: Partial<Clip> | null): ClipForm {
  const { rate, usable, frames } = clip ?? {};
  return {
    name: clip?.name ?? '',
    fileName: clip?.fileName ?? '',
    rate: rate ? (rate.den === 1 ? rateLabel(rate) : `${rate.num}/${rate.den}`) : '',
    length: frames ? `${frames} f` : '',
    size: sizeText(clip?.size ?? { width: 1920, height: 1080 }),
    start:
      rate && clip?.start
        ? formatTimecode(clip.start, rate, clip.dropFrame ?? false)
        : '00:00:00:00',
    usableFrom: String(usable?.in ?? 0),
    usableTo: usable && usable.out !== frames ? String(usable.out) : '',
  };
}

/** Reports an error of ours at the field it belongs to. */
function reading<T>(context: z.RefinementCtx, field: keyof ClipForm, read: () => T): T | undefined {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    context.addIssue({
      code: 'custom',
      path: [field],
      message: [error.message, error.mend].filter(Boolean).join(' '),
    });
    return undefined;
  }
}

/** Checks a form and turns it into a clip, keeping all else of the clip it was made from. */
export const clipFormSchema = (made: Partial<Clip> | null) =>
  z
    .object({
      name: z.string().trim().max(120),
      fileName: z.string().trim().max(255),
      rate: z.string(),
      length: z.string(),
      size: z.string(),
      start: z.string(),
      usableFrom: z.string(),
      usableTo: z.string(),
    })
    .transform((form, context): Clip => {
      if (form.name === '')
        context.addIssue({ code: 'custom', path: ['name'], message: 'A clip needs a name.' });
      const rate = reading(context, 'rate', () => parseRate(form.rate));
      const size = reading(context, 'size', () => parseSize(form.size));
      if (!rate || !size) return z.NEVER;
      const dropFrame = form.start.includes(';');
      const inFrames = (field: 'length' | 'usableFrom' | 'usableTo') =>
        reading(context, field, () => parseLength(form[field], { rate, dropFrame }).frames);
      const frames = inFrames('length');
      const start = reading(context, 'start', () => parseTimecode(form.start, rate, dropFrame));
      const from = inFrames('usableFrom');
      const to = form.usableTo.trim() === '' ? frames : inFrames('usableTo');
      if (frames === undefined || start === undefined || from === undefined || to === undefined)
        return z.NEVER;
      const clip = ClipSchema.safeParse({
        ...made,
        id: made?.id ?? nanoid(),
        name: form.name,
        fileName: form.fileName || null,
        ...{ rate, frames, size, start, dropFrame },
        usable: { in: from, out: to },
        poster: made?.poster ?? null,
      });
      if (clip.success) return clip.data;
      for (const issue of clip.error.issues) {
        const field =
          { usable: 'usableTo', frames: 'length', moments: 'length' }[String(issue.path[0])] ??
          'name';
        context.addIssue({ code: 'custom', path: [field], message: issue.message });
      }
      return z.NEVER;
    });
