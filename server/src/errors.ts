import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { CaesuraError } from '@caesura/core/time';
import { diskError } from './data-folder/disk-errors.ts';

/** The one form in which every error is answered. */
export const ErrorSchema = z.object({
  error: z.object({ code: z.string(), message: z.string(), mend: z.string().optional() }),
});
export type ErrorBody = z.output<typeof ErrorSchema>;

/** An error with the HTTP status it is answered with. */
export class HttpError extends CaesuraError {
  readonly status: number;

  constructor(status: number, code: string, message: string, mend?: string) {
    super(code, message, mend);
    this.status = status;
  }
}

/** The body that tells an error. */
export const errorBody = (code: string, message: string, mend?: string): ErrorBody => ({
  error: { code, message, ...(mend !== undefined && { mend }) },
});

/** What is not found at an address. */
export const notFound = (what: string): HttpError =>
  new HttpError(
    404,
    'not-found',
    `There is no ${what} here.`,
    'It may have been deleted. Go back to the list of plans.',
  );

/** Answers any error in the one form; an unexpected one is logged and its inside is not told. */
export function answerError(
  error: FastifyError,
  request: FastifyRequest,
  reply: FastifyReply,
): FastifyReply {
  if (error instanceof HttpError)
    return reply.status(error.status).send(errorBody(error.code, error.message, error.mend));
  if (error instanceof CaesuraError)
    return reply.status(400).send(errorBody(error.code, error.message, error.mend));
  if (hasZodFastifySchemaValidationErrors(error)) {
    const [first] = error.validation;
    const place = first?.instancePath
      ? ` at ${first.instancePath.slice(1).replaceAll('/', '.')}`
      : '';
    return reply
      .status(400)
      .send(
        errorBody(
          'bad-request',
          `The ${error.validationContext ?? 'request'} is not right${place}: ${first?.message}`,
        ),
      );
  }
  const status = error.statusCode ?? 500;
  if (status === 413)
    return reply
      .status(413)
      .send(
        errorBody(
          'too-large',
          'The plan is larger than the server takes.',
          'Remove clips, sounds or cues that it does not need.',
        ),
      );
  if (status < 500) return reply.status(status).send(errorBody('bad-request', error.message));
  request.log.error(error);
  const disk = diskError(error, 'The data folder of the server');
  if (disk) return reply.status(507).send(errorBody(disk.code, disk.message, disk.mend));
  return reply
    .status(500)
    .send(
      errorBody(
        'internal',
        'The server could not do this.',
        'Try again; what was saved before is still there.',
      ),
    );
}
