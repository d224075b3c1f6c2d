import type { Clip } from '../../plan/index.ts';

const LONGEST = 8;
/** Names with a meaning of their own in an edit decision list. */
const TAKEN = ['AX', 'BL', 'MUSIC'];

/** Eight letters and digits at most from a file or clip name; `CLIP` when none remain. */
function stem(clip: Clip): string {
  const source = clip.fileName?.replace(/\.[^.]*$/, '') ?? clip.name;
  const plain = source
    .normalize('NFKD')
    .toUpperCase()
    .replaceAll(/[^A-Z0-9]/g, '');
  return plain.slice(0, LONGEST) || 'CLIP';
}

/** A distinct reel name for each clip by id: at most eight of A–Z and 0–9, numbered where two would be alike. */
export function reelNames(clips: readonly Clip[]): Map<string, string> {
  const used = new Set<string>(TAKEN);
  return new Map(
    clips.map((clip) => {
      const base = stem(clip);
      let name = base;
      for (let n = 2; used.has(name); n++)
        name = base.slice(0, LONGEST - String(n).length) + String(n);
      used.add(name);
      return [clip.id, name];
    }),
  );
}
