import { ALL_FORMATS, BlobSource, Input } from 'mediabunny';
import { CaesuraError } from '@caesura/core/time';

/** Whether a file can still be read where it was. */
const isThere = (file: Blob): Promise<boolean> =>
  file
    .slice(0, 1)
    .arrayBuffer()
    .then(
      () => true,
      () => false,
    );

/**
 * Opens a media file, runs a task on it and closes it. Throws an error that names the file when it
 * is empty, of an unknown form, damaged, or gone.
 */
export async function withInput<T>(
  file: File,
  mend: string,
  task: (input: Input) => Promise<T>,
): Promise<T> {
  if (file.size === 0) throw new CaesuraError('empty-file', `“${file.name}” is empty.`, mend);
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  try {
    // Files of a few bytes make it throw instead of answering.
    if (!(await input.canRead().catch(() => false))) {
      if (!(await isThere(file))) throw new Error('gone');
      throw new CaesuraError(
        'bad-media',
        `“${file.name}” is not a media file that can be read.`,
        mend,
      );
    }
    return await task(input);
  } catch (error) {
    if (error instanceof CaesuraError) throw error;
    if (!(await isThere(file)))
      throw new CaesuraError(
        'file-gone',
        `“${file.name}” was moved, changed or deleted while it was read.`,
        'Choose it again where it is now.',
      );
    throw new CaesuraError('bad-media', `“${file.name}” is damaged and cannot be read.`, mend);
  } finally {
    input.dispose();
  }
}
