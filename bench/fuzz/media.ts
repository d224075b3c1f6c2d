import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { random } from './mutate.ts';

const OUTPUT = path.join(import.meta.dirname, '../../demo/output');
/** Seconds after which a reader is ended, as the application's watchdog does. */
const QUIET = 2;
/** Most of a file that is changed and read: heads are where readers go wrong. */
const MOST = 60_000;

const SPITE = [0x00, 0x01, 0x7f, 0x80, 0xff];

/** Bytes with some of them changed, taken out, repeated or cut off. */
function mutatedBytes(whole: Uint8Array, next: () => number): Uint8Array {
  let made = Uint8Array.from(whole.subarray(0, Math.floor(MOST * (0.002 + next() ** 3))));
  for (let i = 0; i < 1 + Math.floor(next() * 8); i++) {
    const at = Math.floor(next() * made.length);
    const lasts = Math.floor(next() ** 3 * 64);
    switch (Math.floor(next() * 5)) {
      case 0:
        made[at] = SPITE[Math.floor(next() * SPITE.length)]!;
        break;
      case 1:
        made[at] = Math.floor(next() * 256);
        break;
      case 2:
        made.fill(SPITE[Math.floor(next() * SPITE.length)]!, at, at + lasts);
        break;
      case 3:
        made = made.slice(0, at);
        break;
      default:
        made = Uint8Array.from([...made.subarray(0, at + lasts), ...made.subarray(at)]);
    }
  }
  return made;
}

/** A thread that reads files; TypeScript is made known in it first. */
const startWorker = (): Worker =>
  new Worker(
    `import('tsx/esm/api').then(({ register }) => {
      register();
      return import(${JSON.stringify(new URL('./media-worker.ts', import.meta.url).href)});
    });`,
    { eval: true, execArgv: [] },
  );

/** What a reader said, or that it was ended since nothing came, or that it broke. */
async function tried(
  worker: Worker,
  bytes: Uint8Array,
): Promise<'read' | 'refused' | 'ended' | string> {
  const over = new AbortController();
  const { signal } = over;
  worker.postMessage(bytes);
  try {
    return await Promise.race([
      once(worker, 'message', { signal }).then(([answer]) =>
        'error' in (answer as object) ? 'refused' : 'read',
      ),
      once(worker, 'error', { signal }).then(([error]) => `CRASH ${String(error).slice(0, 200)}`),
      new Promise<'ended'>((done) => {
        const timer = setTimeout(() => done('ended'), QUIET * 1000);
        signal.addEventListener('abort', () => clearTimeout(timer));
      }),
    ]);
  } finally {
    over.abort();
  }
}

/**
 * Sends so many damaged media files through the reader of the application, in a worker that is
 * ended where nothing comes of it. Returns whether every one was read, refused or ended.
 */
export async function fuzzMedia(count: number, seed: number): Promise<boolean> {
  const clips = path.join(OUTPUT, 'clips');
  const files = [
    ...readdirSync(clips).map((name) => readFileSync(path.join(clips, name))),
    readFileSync(path.join(OUTPUT, 'open-day-music.mp3')),
  ];
  const next = random(seed);
  const counts = { read: 0, refused: 0, ended: 0 };
  const crashes: string[] = [];
  let smallest: Uint8Array | null = null;
  let worker = startWorker();
  for (let i = 0; i < count; i++) {
    const bytes = mutatedBytes(files[Math.floor(next() * files.length)]!, next);
    const came = await tried(worker, bytes);
    if (came === 'read' || came === 'refused' || came === 'ended') counts[came]++;
    else crashes.push(came);
    if (came === 'read' || came === 'refused') continue;
    if (came === 'ended' && bytes.length < (smallest?.length ?? Infinity)) smallest = bytes;
    await worker.terminate();
    worker = startWorker();
  }
  await worker.terminate();
  console.log(
    `media files: ${count} inputs, ${counts.read} read, ${counts.refused} refused, ${counts.ended} ended by the watchdog${smallest ? ` (the smallest of ${smallest.length} bytes: ${Buffer.from(smallest).toString('base64').slice(0, 400)})` : ''}, ${crashes.length === 0 ? 'no crash' : `CRASHES: ${crashes.slice(0, 5).join(' | ')}`}`,
  );
  return crashes.length === 0;
}
