/** Gives the person a text or bytes as a file. */
export function download(name: string, contents: string | Uint8Array, mediaType: string): void {
  const url = URL.createObjectURL(new Blob([contents as BlobPart], { type: mediaType }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser takes its time to start reading.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
