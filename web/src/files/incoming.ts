/** A text that is on its way to the reading screen, with the name of its file. */
export interface IncomingFile {
  readonly text: string;
  readonly name: string;
}

/** Files that say how a film is cut are no larger. */
const LARGEST = 64e6;

let incoming: IncomingFile | null = null;

/** Hands a text to the reading screen that is opened next. */
export const putIncoming = (file: IncomingFile): void => {
  incoming = file;
};

/** The text that was handed over; it is looked at once. */
export function takeIncoming(): IncomingFile | null {
  const taken = incoming;
  incoming = null;
  return taken;
}

let clipFiles: { readonly plan: string; readonly files: readonly File[] } | null = null;

/** Hands files of clips to the plan that is opened next. */
export const putClipFiles = (plan: string, files: readonly File[]): void => {
  clipFiles = { plan, files };
};

/** The files of clips that were handed to a plan; they are looked at once. */
export function takeClipFiles(plan: string): readonly File[] {
  const taken = clipFiles;
  clipFiles = null;
  return taken?.plan === plan ? taken.files : [];
}

/** The text of a file. Throws, with the mend, when it is too large to be a cut. */
export async function incomingOf(file: File): Promise<IncomingFile> {
  if (file.size > LARGEST) {
    const { CaesuraError } = await import('@caesura/core/time');
    throw new CaesuraError(
      'too-large',
      `“${file.name}” is too large to say how a film is cut.`,
      'Choose a file that ends in .otio, .edl, .csv or .json.',
    );
  }
  return { text: await file.text(), name: file.name };
}
