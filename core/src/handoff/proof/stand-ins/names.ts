import type { ClipFacts } from './received.ts';

/** A name in the letters that every file of names can hold, to compare by. */
const plain = (name: string): string =>
  name
    .replaceAll(/\{([0-9a-f]{1,6})\}/g, (all, hex: string) => {
      const code = Number.parseInt(hex, 16);
      return code <= 0x10ffff ? String.fromCodePoint(code) : all;
    })
    .normalize('NFKD')
    .replaceAll(/[^\p{L}\p{N}]/gu, '')
    .toLowerCase();

/** What ASCII holds of a name: letters may have been written by others. */
const lettersOf = (name: string): string => plain(name).replaceAll(/[^a-z0-9]/g, '');

/** Whether two names may be the same: letters that a form does not hold stand for others in it. */
export const sameName = (a: string, b: string): boolean =>
  a === b || plain(a) === plain(b) || lettersOf(a) === lettersOf(b);

/**
 * Ids of the clips that a name of a file or of a clip may mean: those that have the very name, or
 * else those that have its letters and digits.
 */
export function clipsNamed(
  clips: readonly ClipFacts[],
  { fileName, name }: { readonly fileName: string | null; readonly name: string },
): string[] {
  const [wanted, of] =
    fileName === null
      ? [name, (clip: ClipFacts) => clip.name]
      : [fileName, (clip: ClipFacts) => clip.fileName];
  const fits = (same: (a: string, b: string) => boolean) =>
    clips.filter((clip) => same(of(clip) ?? '', wanted)).map(({ id }) => id);
  const exactly = fits((a, b) => a === b);
  if (exactly.length < 2) {
    if (exactly.length === 1) return exactly;
    const near = fits((a, b) => plain(a) === plain(b));
    return near.length > 0 ? near : fits((a, b) => lettersOf(a) === lettersOf(b));
  }
  // Files may have one name in different folders: clips of one file and different names.
  const alsoNamed = exactly.filter((id) => clips.some((c) => c.id === id && c.name === name));
  return alsoNamed.length > 0 ? alsoNamed : exactly;
}
