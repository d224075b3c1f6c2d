import { open } from 'node:fs/promises';

/** Bytes of a chunk's head, and of the head of the whole file. */
const [CHUNK, RIFF] = [8, 12];
/** Sizes that a writer leaves which did not know how long it would be. */
const OPEN_ENDED = new Set([0, 0xffffffff]);

/** How many bytes of samples a WAV file says it has, and has. */
export interface WaveLength {
  readonly says: number;
  readonly has: number;
}

/**
 * The length of the samples of a WAV file (RIFF, IBM and Microsoft 1991), as it says and as it is;
 * null for other files, and where it does not say.
 */
export async function waveLength(file: string): Promise<WaveLength | null> {
  const handle = await open(file, 'r');
  try {
    const { size } = await handle.stat();
    const head = Buffer.alloc(RIFF);
    await handle.read(head, 0, RIFF, 0);
    if (head.toString('latin1', 0, 4) !== 'RIFF' || head.toString('latin1', 8, 12) !== 'WAVE')
      return null;
    const chunk = Buffer.alloc(CHUNK);
    for (let at = RIFF; at + CHUNK <= size;) {
      await handle.read(chunk, 0, CHUNK, at);
      const says = chunk.readUInt32LE(4);
      if (chunk.toString('latin1', 0, 4) === 'data')
        return OPEN_ENDED.has(says) ? null : { says, has: Math.min(says, size - at - CHUNK) };
      // Chunks begin on even places.
      at += CHUNK + says + (says % 2);
    }
    return null;
  } finally {
    await handle.close();
  }
}

/** What there is to say of a WAV file that is cut short; empty where it is whole. */
export async function cutShortWords(file: string, name: string): Promise<string> {
  const length = await waveLength(file);
  if (!length || length.has >= length.says) return '';
  const part = Math.floor((100 * length.has) / length.says);
  return `“${name}” is cut short: it holds ${part} % of the samples that it says it has. What is there was heard.`;
}
