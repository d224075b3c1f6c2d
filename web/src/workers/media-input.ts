import { ALL_FORMATS, BlobSource, Input } from 'mediabunny';
import { CaesuraError } from '@caesura/core/time';

/**
 * Opens a media file, runs a task on it and closes it. Throws an error that names the file when it is empty, of an
 * unknown form or damaged.
 */
export async function withInput<T>(file: File, mend: string, task: (input: Input) => Promise<T>): Promise<T> {
  if (file.size === 0) throw new CaesuraError('empty-file', `“${file.name}” is empty.`, mend);
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  try {
    // Files of a few bytes make it throw instead of answering.
    if (!(await input.canRead().catch(() => false)))
      throw new CaesuraError('bad-media', `“${file.name}” is not a media file that can be read.`, mend);
    return await task(input);
  } catch (error) {
    if (error instanceof CaesuraError) throw error;
    throw new CaesuraError('bad-media', `“${file.name}” is damaged and cannot be read.`, mend);
  } finally {
    input.dispose();
  }
}
