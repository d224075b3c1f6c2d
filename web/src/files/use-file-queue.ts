import { createContext, useContext, useSyncExternalStore } from 'react';
import type { FileQueue, QueuedFile } from './file-queue.ts';

/** The queue of the open plan. */
export const FileQueueContext = createContext<FileQueue | null>(null);

/** The queue of the open plan; only inside a plan's screens. */
export const useFileQueue = (): FileQueue => useContext(FileQueueContext)!;

/** The files in a queue, as they go on. */
export const useQueuedFiles = (queue: FileQueue): readonly QueuedFile[] =>
  useSyncExternalStore(queue.subscribe, queue.files);
