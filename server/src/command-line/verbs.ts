import { createHash } from 'node:crypto';
import { createReadStream, readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { unpackFacts } from '@caesura/core/footage';
import { HANDOFF_FORMATS } from '@caesura/core/handoff';
import { layOutRequest, layoutReport } from '@caesura/core/layout';
import { findingsIn } from '@caesura/core/listen';
import { reportOf } from '@caesura/core/listen/report';
import { checkReport, framesReport, phraseFramesReport } from '@caesura/core/faults';
import { readPlan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { analyseSoundFile } from './analyse-sound.ts';

const FORMATS = HANDOFF_FORMATS.map((f) => f.id).join('|');

/** What each verb does, as printed by `--help`. */
export const USAGE = `npm run -s caesura -- <verb>

  analyse FILE.wav                 beats, bars and tempo of a sound, as JSON
  layout REQUEST.json              the layouts that the request asks for with every figure, or why there are none, as JSON
  layout REQUEST.json --take N     the plan of the Nth of them, as JSON
  check PLAN.json                  every fault of a plan with its place, figures and mends, as JSON
  frames PLAN.json --cut N         the window of the Nth cut frame by frame: source frames, values, handles, as JSON
  frames PLAN.json --phrase N      the Nth phrase frame by frame: pictures under it and values, as JSON
  export PLAN.json --to ${FORMATS}
                                   the plan in another format

“-” instead of a JSON file reads standard input. Results go to standard output, errors to standard error.
The forms of the files are in docs/command-line.md.
`;

async function read(file: string): Promise<string> {
  return file === '-' ? text(process.stdin) : readFile(file, 'utf8');
}

async function readJson(file: string): Promise<unknown> {
  const content = await read(file);
  try {
    return JSON.parse(content) as unknown;
  } catch (error) {
    throw new CaesuraError(
      'bad-json',
      `“${path.basename(file)}” is not JSON: ${(error as Error).message}.`,
    );
  }
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

async function analyseFile(file: string): Promise<string> {
  const findings = findingsIn(await analyseSoundFile(file));
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return json(reportOf(findings, path.basename(file), hash.digest('hex')));
}

async function exportPlan(file: string, to: string | undefined): Promise<string> {
  const format = HANDOFF_FORMATS.find((f) => f.id === to);
  if (!format)
    throw new CaesuraError(
      'bad-usage',
      to ? `There is no format “${to}”.` : 'Say which format: --to.',
      `Formats: ${FORMATS}.`,
    );
  return format.write(readPlan(await readJson(file)));
}

async function layOutFile(file: string, take: string | undefined): Promise<string> {
  // Files that a request names lie beside it.
  const readSeen = (name: string) => {
    const found = path.resolve(file === '-' ? '.' : path.dirname(file), name);
    try {
      return unpackFacts(readFileSync(found));
    } catch (error) {
      if (error instanceof CaesuraError) throw error;
      throw new CaesuraError('no-file', `“${name}” cannot be read: ${(error as Error).message}.`);
    }
  };
  if (take === undefined) return json(layoutReport(await readJson(file), readSeen));
  if (!/^[1-9]\d*$/.test(take))
    throw new CaesuraError(
      'bad-usage',
      `There is no layout “${take}”.`,
      'Count them from 1: --take 1.',
    );
  return json(layOutRequest(await readJson(file), Number(take), readSeen));
}

async function framesOfFile(
  file: string,
  { cut, phrase }: { readonly cut?: string | undefined; readonly phrase?: string | undefined },
): Promise<string> {
  const of = phrase === undefined ? 'cut' : 'phrase';
  const number = phrase ?? cut;
  if (!/^[1-9]\d{0,5}$/.test(number ?? ''))
    throw new CaesuraError(
      'bad-usage',
      number ? `There is no ${of} “${number}”.` : 'Say which cut or phrase: --cut, --phrase.',
      'Count them from 1.',
    );
  const plan = readPlan(await readJson(file));
  return json(
    of === 'cut' ? framesReport(plan, Number(number)) : phraseFramesReport(plan, Number(number)),
  );
}

/**
 * Runs the command line on its arguments and returns what goes to standard output. Throws what is
 * wrong.
 */
export async function run(args: readonly string[]): Promise<string> {
  const misused = (message: string) =>
    new CaesuraError('bad-usage', message, 'See npm run -s caesura -- --help');
  let parsed;
  try {
    parsed = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        to: { type: 'string' },
        take: { type: 'string' },
        cut: { type: 'string' },
        phrase: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw misused((error as Error).message);
  }
  const { values, positionals } = parsed;
  const [verb, file, ...others] = positionals;
  if (values.help) return USAGE;
  if (!verb) throw misused('Say what to do: analyse, layout, check, frames or export.');
  if (!['analyse', 'layout', 'check', 'frames', 'export'].includes(verb))
    throw misused(`There is no verb “${verb}”.`);
  if (!file || others.length > 0) throw misused(`${verb} takes one file.`);
  try {
    if (verb === 'analyse') return await analyseFile(file);
    if (verb === 'layout') return await layOutFile(file, values.take);
    if (verb === 'check') return json(checkReport(readPlan(await readJson(file))));
    if (verb === 'frames') return await framesOfFile(file, values);
    return await exportPlan(file, values.to);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') throw new CaesuraError('no-file', `There is no file ${file}.`);
    if (code === 'EISDIR') throw new CaesuraError('no-file', `${file} is a folder, not a file.`);
    throw error;
  }
}
