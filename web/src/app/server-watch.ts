/** Milliseconds between tries while the server is away. */
const EVERY = 2000;

const callers = new Set<(isBack: boolean) => void>();
let isAway = false;
let timer: ReturnType<typeof setTimeout> | undefined;

const tell = (): void => callers.forEach((call) => call(!isAway));

/** Asks at once whether the server is back. */
export async function tryServer(): Promise<void> {
  clearTimeout(timer);
  try {
    await fetch('/api/alive', { cache: 'no-store' });
    serverAnswered();
  } catch {
    timer = setTimeout(() => void tryServer(), EVERY);
  }
}

/** Notes that no answer came; it is asked again and again until one does. */
export function serverWasAway(): void {
  if (isAway) return;
  isAway = true;
  tell();
  timer = setTimeout(() => void tryServer(), EVERY);
}

/** Notes that the server answered, whatever it said. */
export function serverAnswered(): void {
  if (!isAway) return;
  isAway = false;
  clearTimeout(timer);
  tell();
}

/** Calls whenever the server goes away or comes back; returns how to end that. */
export function watchServer(call: (isBack: boolean) => void): () => void {
  callers.add(call);
  return () => callers.delete(call);
}

/** Waits until the server is back. */
export const serverBack = (): Promise<void> =>
  new Promise((done) => {
    if (!isAway) {
      done();
      return;
    }
    const end = watchServer((isBack) => {
      if (!isBack) return;
      end();
      done();
    });
  });
