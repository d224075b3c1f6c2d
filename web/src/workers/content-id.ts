/** Files up to this many bytes are read whole. */
const WHOLE = 16_777_216;
/**
 * Of larger ones, this many pieces of this many bytes, evenly spread from the first byte to the
 * last.
 */
const PIECES = 256;
const PIECE = 65_536;

/**
 * By what a file is known again, whatever it is called and wherever it is: the SHA-256,
 * hexadecimal, of its bytes and its length; of a large file, of pieces of it, so that one of many
 * gigabytes is known at once.
 */
export async function contentId(file: Blob): Promise<string> {
  const pieces =
    file.size <= WHOLE
      ? [file]
      : Array.from({ length: PIECES }, (_, i) => {
          const from = Math.round((i * (file.size - PIECE)) / (PIECES - 1));
          return file.slice(from, from + PIECE);
        });
  const bytes = await new Blob([...pieces, `\n${file.size}`]).arrayBuffer();
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return Array.from(hash, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
