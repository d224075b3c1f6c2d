/** The name of a file without its folder and its ending, as it is compared. */
const bare = (name: string): string =>
  name
    .split(/[/\\]/)
    .at(-1)!
    .replace(/\.[A-Za-z0-9]{1,5}$/, '')
    .normalize('NFKD')
    .replaceAll(/[^\p{L}\p{N}]/gu, '')
    .toLowerCase();

/** Whether two names are those of one file: letters and digits alike, whatever the ending. */
export const sameFile = (a: string, b: string): boolean => bare(a) !== '' && bare(a) === bare(b);
