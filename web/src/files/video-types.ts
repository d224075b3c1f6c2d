/** The files that are offered where the file of a clip is chosen. */
export const VIDEOS = 'video/*,.mp4,.mov,.webm,.mkv,.m4v';
