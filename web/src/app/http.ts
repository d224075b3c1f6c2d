import { CaesuraError } from '@caesura/core/time';
import { serverAnswered, serverWasAway } from './server-watch.ts';

/** An error that the server answered with, which says with which status. */
export class ServerError extends CaesuraError {
  readonly status: number;

  constructor(status: number, { code, message, mend }: Omit<CaesuraError, 'name'>) {
    super(code, message, mend);
    this.status = status;
  }
}

/** What an answer without words of its own means, and what to do. */
const MEANINGS: ReadonlyMap<number, readonly [message: string, mend: string]> = new Map([
  [400, ['The server cannot take what was sent.', 'Undo the last step.']],
  [403, ['The server answers only its own machine.', 'Open the page by the address it printed.']],
  [404, ['It is not on the server any more.', 'It may have been deleted elsewhere.']],
  [413, ['It is larger than the server takes.', 'Take something out of it.']],
  [500, ['The server could not do this.', 'Try again; what was saved before is still there.']],
]);

/** The server's error of an answer, as an error of ours. */
async function errorOf(answer: Response): Promise<ServerError> {
  const body = (await answer.json().catch(() => null)) as {
    error?: { code: string; message: string; mend?: string };
  } | null;
  const { status } = answer;
  const [message, mend] = MEANINGS.get(status) ?? [
    `The server answered with ${status}.`,
    'Try again.',
  ];
  return new ServerError(status, { code: 'no-words', message, mend, ...body?.error });
}

/**
 * Fetches from the server. Throws its error, or one that says it cannot be reached; an abort passes
 * through.
 */
export async function ask(url: string, init: RequestInit = {}): Promise<Response> {
  let answer: Response;
  try {
    answer = await fetch(url, init);
  } catch (error) {
    if (init.signal?.aborted) throw error;
    serverWasAway();
    throw new CaesuraError(
      'no-server',
      'The server cannot be reached.',
      'See whether it is running, then try again.',
    );
  }
  serverAnswered();
  if (!answer.ok) throw await errorOf(answer);
  return answer;
}

/** Sends JSON and reads JSON. */
export async function askJson<T>(
  method: string,
  url: string,
  body?: unknown,
  init: RequestInit = {},
): Promise<T> {
  const sent =
    body === undefined
      ? {}
      : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
  const answer = await ask(url, { method, ...sent, ...init });
  return (answer.status === 204 ? null : await answer.json()) as T;
}

/** Keeps a file on the server and returns the hash it is kept under. */
export async function keepMedia(content: Blob, signal?: AbortSignal): Promise<string> {
  const headers = { 'content-type': content.type || 'application/octet-stream' };
  const answer = await ask('/api/media', {
    method: 'POST',
    body: content,
    headers,
    ...(signal && { signal }),
  });
  return ((await answer.json()) as { id: string }).id;
}

/** Address of a kept file. */
export const mediaUrl = (id: string): string => `/api/media/${id}`;
