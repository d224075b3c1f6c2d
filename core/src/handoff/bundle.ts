import type { ShiftOf } from '../joins/index.ts';
import type { Plan } from '../plan/index.ts';
import { CaesuraError, plural } from '../time/index.ts';
import { safeFileName } from './file-name.ts';
import { HANDOFF_FORMATS } from './formats.ts';
import type { HandoffFormat } from './format.ts';
import { leftOut } from './left-out.ts';
import { LIST_FILES } from './lists.ts';

/** A file of the whole hand-off, or why it could not be written. */
export interface BundledFile {
  readonly name: string;
  readonly purpose: string;
  /** Its format, where it is one of those with a proof. */
  readonly format: HandoffFormat['id'] | null;
  readonly text: string | null;
  readonly refused: string | null;
  /** What it carries differently, or not at all. */
  readonly left: readonly string[];
}

/**
 * All files of a plan, each written or with why it could not be. `shiftOf` tells how cameras go,
 * where clips were watched. Throws without cuts.
 */
export function bundledFiles(plan: Plan, shiftOf?: ShiftOf): BundledFile[] {
  const written = (
    name: string,
    purpose: string,
    format: HandoffFormat['id'] | null,
    write: (plan: Plan, shiftOf?: ShiftOf) => string,
  ): BundledFile => {
    const about = { name: safeFileName(plan.name, name), purpose, format };
    try {
      const text = write(plan, shiftOf);
      return { ...about, text, refused: null, left: format ? leftOut(plan, format) : [] };
    } catch (error) {
      if (!(error instanceof CaesuraError)) throw error;
      return { ...about, text: null, refused: error.message, left: [] };
    }
  };
  return [
    ...HANDOFF_FORMATS.map(({ extension, purpose, id, write }) =>
      written(extension, purpose, id, write),
    ),
    ...LIST_FILES.map(({ ending, purpose, write }) => written(ending, purpose, null, write)),
  ];
}

/** What is known of a file of the hand-off beside its text. */
export interface FileProofWords {
  readonly sha256: string;
  /** What its proof found, in a sentence; null where nothing reads it back. */
  readonly proof: string | null;
}

/** The text that says what is in a hand-off, and what the proof of each file found. */
export function bundleReadme(
  plan: Plan,
  files: readonly BundledFile[],
  words: ReadonlyMap<string, FileProofWords>,
): string {
  const shots = plan.score?.shots.length ?? 0;
  const parts = files.map(({ name, purpose, refused, left }) => {
    const about = words.get(name);
    return [
      name,
      `  ${refused === null ? purpose : `Not written: ${refused}`}`,
      ...(about?.proof ? [`  Read back: ${about.proof}`] : []),
      ...left.map((one) => `  Differently: ${one}`),
      ...(about ? [`  SHA-256 ${about.sha256}`] : []),
    ].join('\n');
  });
  return `${plan.name}\n${'='.repeat(Math.min(72, plan.name.length))}\n\n${plural(shots, 'shot')}, ${plural(plan.score?.length ?? plan.target, 'frame')}. Files that were read back were read by code that shares\nnothing with what wrote them, and compared with the plan frame by frame; receipt.json says the\nsame for programs.\n\n${parts.join('\n\n')}\n`;
}
