import { createContext, useContext, useSyncExternalStore } from 'react';
import type { FileQueue, QueuedFile } from './file-queue.ts';

/** The queue of the open plan. */
export const FileQueueContext = createContext<FileQueue | null>(null);

/** The queue of the open plan and the files in it; only inside a plan's screens. */
export function useFileQueue(): {
  readonly queue: FileQueue;
  readonly files: readonly QueuedFile[];
} {
  const queue = useContext(FileQueueContext)!;
  return { queue, files: useSyncExternalStore(queue.subscribe, queue.files) };
}
