import { CaesuraError } from '@caesura/core/time';

/** What an error of the file system or of SQLite means: a code of ours, what is so, the mend. */
const MEANINGS: ReadonlyMap<string, readonly [code: string, is: string, mend: string]> = new Map([
  ['ENOSPC', ['disk-full', 'the disk is full', 'Free some space on it, then try again.']],
  ['EDQUOT', ['disk-full', 'the space allowed is used up', 'Free some space, then try again.']],
  ['SQLITE_FULL', ['disk-full', 'the disk is full', 'Free some space on it, then try again.']],
  ['EROFS', ['read-only', 'it can only be read', 'Choose a folder that can be written to.']],
  ['EACCES', ['no-access', 'it may not be written to', 'Give this user the right to write there.']],
  ['EPERM', ['no-access', 'it may not be written to', 'Give this user the right to write there.']],
  [
    'SQLITE_READONLY',
    ['read-only', 'it can only be read', 'Give this user the right to write there.'],
  ],
  ['SQLITE_READONLY_DBMOVED', ['gone', 'it was taken away', 'Put it back, then start again.']],
  ['ENOTDIR', ['no-folder', 'a part of its path is a file', 'Choose another folder.']],
  ['EEXIST', ['no-folder', 'there is a file of that name', 'Choose another folder.']],
  ['ENOENT', ['gone', 'it is not there any more', 'Put it back, then start again.']],
  [
    'SQLITE_BUSY',
    ['locked', 'another program has locked it', 'End that program, such as a viewer of databases.'],
  ],
  ['EIO', ['disk-fails', 'the disk does not read or write', 'Look after the disk.']],
  ['SQLITE_IOERR', ['disk-fails', 'the disk does not read or write', 'Look after the disk.']],
]);

const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

/**
 * What an error of the file system or of SQLite says of a thing, as one sentence with its mend;
 * null where it is another error.
 */
export function diskError(error: unknown, thing: string): CaesuraError | null {
  const code = codeOf(error);
  const meaning = MEANINGS.get(code) ?? MEANINGS.get(code.replace(/^(SQLITE_[A-Z]+)_.*/, '$1'));
  if (!meaning) return null;
  const [own, is, mend] = meaning;
  return new CaesuraError(own, `${thing} cannot be used: ${is}.`, mend);
}
