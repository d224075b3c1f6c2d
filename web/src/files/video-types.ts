/** The files that are offered where the file of a clip is chosen. */
export const VIDEOS = 'video/*,.mp4,.mov,.webm,.mkv,.m4v';

/** Whether a file is offered there: by its type, or by how its name ends. */
export const isVideo = ({ type, name }: Pick<File, 'type' | 'name'>): boolean =>
  type.startsWith('video/') || /\.(mp4|mov|webm|mkv|m4v)$/i.test(name);
