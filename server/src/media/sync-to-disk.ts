import { open } from 'node:fs/promises';

/** Waits until the bytes of a file are on the disk. */
export async function syncToDisk(file: string): Promise<void> {
  const handle = await open(file, 'r');
  await handle.sync().finally(() => handle.close());
}
