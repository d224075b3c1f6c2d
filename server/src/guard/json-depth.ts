import type { FastifyInstance } from 'fastify';
import { HttpError } from '../errors.ts';

/** How deep JSON may be nested; a plan has eight levels. */
export const MOST_DEEP = 64;

const [QUOTE, BACKSLASH, OPEN, CLOSE] = [0x22, 0x5c, 0x5b, 0x5d];
/** Set in the code of a brace and not in that of a bracket: `[`, `]` against `{`, `}`. */
const BRACE = 0x20;

/** Whether a JSON text is nested deeper than `most` anywhere; words in quotes do not count. */
export function isDeeper(text: string, most: number): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (quoted) {
      if (code === BACKSLASH) i++;
      else if (code === QUOTE) quoted = false;
    } else if (code === QUOTE) quoted = true;
    else if ((code & ~BRACE) === OPEN) {
      if (++depth > most) return true;
    } else if ((code & ~BRACE) === CLOSE) depth--;
  }
  return false;
}

/** Takes JSON alone, and none that is nested deeper than a plan ever is. */
export function takeJson(app: FastifyInstance): void {
  const parse = app.getDefaultJsonParser('error', 'error');
  app.removeAllContentTypeParsers();
  app.addContentTypeParser<string>(
    'application/json',
    { parseAs: 'string' },
    (request, body, done) => {
      if (isDeeper(body, MOST_DEEP))
        done(
          new HttpError(
            400,
            'too-deep',
            `What was sent is nested deeper than ${MOST_DEEP} levels.`,
            'Send a plan as Caesura writes it.',
          ),
        );
      else void parse(request, body, done);
    },
  );
}
