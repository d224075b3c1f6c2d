/**
 * A file name from a plan's name: letters, digits and marks that every system takes, never empty.
 */
export function safeFileName(name: string, extension: string): string {
  const stem = name
    .normalize('NFKC')
    // eslint-disable-next-line no-control-regex -- control characters are exactly what must go
    .replaceAll(/[\u0000-\u001f<>:"/\\|?*]+/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '')
    .slice(0, 100);
  return `${stem || 'plan'}.${extension}`;
}
