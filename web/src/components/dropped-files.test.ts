import { expect, it } from 'vitest';
import { droppedFiles } from './dropped-files.ts';

const file = (name: string): FileSystemEntry =>
  ({
    ...{ name, isDirectory: false },
    file: (done: (file: File) => void) => done(new File([], name)),
  }) as unknown as FileSystemEntry;
/** A folder that gives its entries out in lots of two, as browsers do in lots of a hundred. */
const folder = (name: string, inside: readonly FileSystemEntry[]): FileSystemEntry =>
  ({
    ...{ name, isDirectory: true },
    createReader: () => {
      const left = [...inside];
      return { readEntries: (done: (lot: FileSystemEntry[]) => void) => done(left.splice(0, 2)) };
    },
  }) as unknown as FileSystemEntry;
const dropped = (entries: readonly FileSystemEntry[]): DataTransfer =>
  ({
    items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })),
    files: [new File([], 'plain.mp4')],
  }) as unknown as DataTransfer;

it('goes through folders in folders, by name with numbers as numbers, and leaves hidden files', async () => {
  const card = folder('card', [
    file('take 10.mp4'),
    file('take 9.mp4'),
    file('.hidden'),
    folder('b-roll', [file('door.mp4'), folder('empty', [])]),
  ]);
  const names = (await droppedFiles(dropped([card, file('song.mp3')]))).map(({ name }) => name);
  expect(names).toEqual(['door.mp4', 'take 9.mp4', 'take 10.mp4', 'song.mp3']);
});

it('takes files as they are where no folder is among them', async () => {
  const names = (await droppedFiles(dropped([file('a.mp4')]))).map(({ name }) => name);
  expect(names).toEqual(['plain.mp4']);
});
