import path from 'node:path';
import { z } from 'zod';
import { CaesuraError } from '@caesura/core/time';

/** Where the server listens, and where its files are. */
export interface Settings {
  readonly host: string;
  /** 0 takes any free port. */
  readonly port: number;
  /** Folder of the database and the media. */
  readonly data: string;
  /** Folder of the repository, where the built pages and the demo are. */
  readonly root: string;
  /** Largest media file taken, in bytes. */
  readonly mediaLimit: number;
}

const EnvironmentSchema = z.object({
  CAESURA_HOST: z.string().min(1).default('127.0.0.1'),
  CAESURA_PORT: z.coerce.number().int().min(0).max(65535).default(4377),
  CAESURA_DATA: z.string().min(1).optional(),
  CAESURA_ROOT: z.string().min(1),
  CAESURA_MEDIA_LIMIT: z.coerce.number().int().min(1).default(2_000_000_000),
});

/**
 * Reads the settings from the environment. Throws, naming the variable, when one is not possible.
 */
export function settingsFrom(environment: NodeJS.ProcessEnv): Settings {
  const parsed = EnvironmentSchema.safeParse(environment);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    throw new CaesuraError(
      'bad-setting',
      `The setting ${issue?.path.join('.')} is not possible: ${issue?.message}.`,
    );
  }
  const e = parsed.data;
  const root = path.resolve(e.CAESURA_ROOT);
  return {
    host: e.CAESURA_HOST,
    port: e.CAESURA_PORT,
    data: path.resolve(e.CAESURA_DATA ?? path.join(root, 'data')),
    root,
    mediaLimit: e.CAESURA_MEDIA_LIMIT,
  };
}
