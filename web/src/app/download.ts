/** Gives the person a text or bytes as a file. */
export const download = (name: string, contents: string | Uint8Array, mediaType: string): void =>
  downloadBlob(name, new Blob([contents as BlobPart], { type: mediaType }));

/** Gives the person a blob as a file. */
export function downloadBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser takes its time to start reading.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
