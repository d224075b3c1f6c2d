import path from 'node:path';

/** Where a kept file lies below the folder of media, by the hash of its content. */
export const mediaPath = (id: string): string => path.join(id.slice(0, 2), id);
