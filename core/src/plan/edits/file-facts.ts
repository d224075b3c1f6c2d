import { sourceFrames } from '../../time/index.ts';
import type { Clip, FileFacts, Plan } from '../index.ts';

/** A clip of a file, all of it usable. */
export const clipOfFile = (
  id: string,
  fileName: string,
  content: string,
  facts: FileFacts,
): Clip => ({
  ...facts,
  id,
  content,
  name:
    fileName
      .replace(/\.[^.]+$/, '')
      .slice(0, 120)
      .trim() || fileName.slice(0, 120),
  fileName: fileName.slice(-255),
  usable: { in: sourceFrames(0), out: facts.frames },
  moments: [],
  declined: [],
});

/**
 * Clips of a plan that a file belongs to: those known by its content, or else one entered by hand
 * under its name that has as many frames at the same rate.
 */
export function clipsOfFile(
  plan: Plan,
  fileName: string,
  content: string,
  facts?: FileFacts,
): Clip[] {
  const known = plan.clips.filter((c) => c.content === content);
  if (known.length > 0 || !facts) return known;
  return plan.clips.filter(
    (c) =>
      c.content === undefined &&
      c.fileName === fileName &&
      c.frames === facts.frames &&
      c.rate.num * facts.rate.den === facts.rate.num * c.rate.den,
  );
}

/**
 * Ties clips to the file that was found for them: its name, its content and what was made of it.
 * What the person said of them stays, and so do a corrected rate and the frames.
 */
export function relinkClips(
  plan: Plan,
  ids: readonly string[],
  file: { readonly name: string; readonly content: string; readonly facts: Partial<FileFacts> },
): Plan {
  const { rate, frames, start, dropFrame, ...made } = file.facts;
  return {
    ...plan,
    clips: plan.clips.map((c) =>
      ids.includes(c.id)
        ? { ...c, ...made, fileName: file.name.slice(-255), content: file.content }
        : c,
    ),
  };
}

/**
 * Adds to the clips of a file what was made of its pictures and its sound. Their numbers stay as
 * they are: the person may have corrected them. The plan itself when it has no such clip.
 */
export const fillClips = (
  plan: Plan,
  content: string,
  { poster, strip, proxy, movement, times, sound }: FileFacts,
): Plan =>
  plan.clips.some((c) => c.content === content)
    ? {
        ...plan,
        clips: plan.clips.map((c) =>
          c.content === content
            ? {
                ...c,
                poster: poster ?? c.poster,
                ...(strip && { strip }),
                ...(proxy && { proxy }),
                ...(movement && { movement }),
                ...(times && { times }),
                // The person may have chosen another of its tracks.
                ...(sound !== undefined && !c.sound && { sound }),
              }
            : c,
        ),
      }
    : plan;
