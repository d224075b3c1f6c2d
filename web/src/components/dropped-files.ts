/** Most files that are taken out of dropped folders. */
const MOST = 2000;

/** The entries of a folder: it gives them out in lots. */
async function entriesOf(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader();
  const all: FileSystemEntry[] = [];
  for (;;) {
    const lot = await new Promise<FileSystemEntry[]>((resolve, reject) => {
      reader.readEntries(resolve, reject);
    });
    if (lot.length === 0) return all;
    all.push(...lot);
  }
}

const isFolder = (entry: FileSystemEntry): entry is FileSystemDirectoryEntry => entry.isDirectory;

/** The files of an entry, of a folder all that lie in it, by their names; hidden ones are left. */
async function filesOf(entry: FileSystemEntry): Promise<File[]> {
  if (isFolder(entry)) {
    const inside = (await entriesOf(entry))
      .filter(({ name }) => !name.startsWith('.'))
      .sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }));
    const files: File[] = [];
    for (const one of inside) {
      if (files.length >= MOST) break;
      files.push(...(await filesOf(one)));
    }
    return files.slice(0, MOST);
  }
  const file = new Promise<File>((resolve, reject) => {
    (entry as FileSystemFileEntry).file(resolve, reject);
  });
  // One that cannot be read does not take the others with it.
  return file.then(
    (one) => [one],
    () => [],
  );
}

/** The files of what was dropped, folders gone through. */
export async function droppedFiles({ items, files }: DataTransfer): Promise<File[]> {
  // They are there only while the drop is handled.
  const entries = [...items].map((item) => item.webkitGetAsEntry());
  const plain = [...files];
  if (!entries.some((entry) => entry?.isDirectory)) return plain;
  const all = await Promise.all(entries.map((entry) => (entry ? filesOf(entry) : [])));
  return all.flat();
}
