/**
 * A value that cannot be used, told so that a person can mend it: `message` says what is wrong and
 * where, `mend` what to do about it. Every error that core throws on purpose is one of these.
 */
export class CaesuraError extends Error {
  readonly code: string;
  readonly mend: string | undefined;

  constructor(code: string, message: string, mend?: string) {
    super(message);
    this.name = 'CaesuraError';
    this.code = code;
    this.mend = mend;
  }
}
