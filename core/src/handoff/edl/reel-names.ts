import type { Clip } from '../../plan/index.ts';
import { asciiText } from '../ascii.ts';

const LONGEST = 8;
/** Reels that a list of others may have, as they can be written again. */
const GIVEN = /^[\w.-]{1,32}$/;
/** Names with a meaning of their own in an edit decision list. */
const TAKEN = ['AX', 'BL', 'MUSIC'];

/**
 * A number from 0 to 2³² − 1 that a text has, the same each time (FNV-1a, 32 bits; from memory).
 */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** The name of a clip's file without its ending, or of the clip. */
const sourceName = ({ fileName, name }: Clip): string => fileName?.replace(/\.[^.]*$/, '') ?? name;

/** Letters and digits of a name, as far as ASCII has or stands in for them. */
const lettersOf = (name: string): string =>
  asciiText(name)
    .replaceAll(/\{[0-9a-f]+\}/g, '')
    .toUpperCase()
    .replaceAll(/[^A-Z0-9]/g, '');

/**
 * The reel that a clip asks for: of its name, or one that only depends on it where ASCII holds
 * nothing of it.
 */
const stem = (clip: Clip): string =>
  lettersOf(sourceName(clip)) ||
  `C${hashOf(sourceName(clip)).toString(36).toUpperCase().padStart(7, '0').slice(-5)}`;

/** A name with a number in place of its last letters that none of those in use is. */
function numbered(base: string, used: ReadonlySet<string>): string {
  for (let n = 2; ; n++) {
    const name = base.slice(0, LONGEST - String(n).length) + String(n);
    if (!used.has(name)) return name;
  }
}

/**
 * A reel name for each clip by id: the one that a list of others has for it, or a distinct one of
 * at most eight of A–Z and 0–9. A name that fits as it is
 * stays with the first clip that has it; only names that had to be cut short, or that come again,
 * are numbered, past all that are kept.
 */
export function reelNames(clips: readonly Clip[]): Map<string, string> {
  const used = new Set<string>(TAKEN);
  const names = new Map<string, string>();
  const give = (clip: Clip, name: string) => {
    used.add(name);
    names.set(clip.id, name);
  };
  for (const clip of clips) if (clip.reel && GIVEN.test(clip.reel)) give(clip, clip.reel);
  for (const clip of clips) {
    if (names.has(clip.id)) continue;
    const whole = stem(clip);
    if (whole.length <= LONGEST && !used.has(whole)) give(clip, whole);
  }
  for (const clip of clips) {
    if (names.has(clip.id)) continue;
    const base = stem(clip).slice(0, LONGEST);
    give(clip, used.has(base) ? numbered(base, used) : base);
  }
  return new Map(clips.map(({ id }) => [id, names.get(id)!]));
}
