/** Gives the person a text as a file. */
export function download(name: string, text: string, mediaType: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: mediaType }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser takes its time to start reading.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
