import { createHash } from 'node:crypto';
import { createReadStream, readFileSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { unpackFacts } from '@caesura/core/footage';
import { HANDOFF_FORMATS } from '@caesura/core/handoff';
import { layOutRequest, layoutReport } from '@caesura/core/layout';
import { findingsIn } from '@caesura/core/listen';
import { reportOf } from '@caesura/core/listen/report';
import { checkReport, framesReport, phraseFramesReport } from '@caesura/core/faults';
import { CaesuraError } from '@caesura/core/time';
import { analyseSoundFile } from './analyse-sound.ts';
import { json, misused, readJson, readPlanFile } from './input.ts';
import { proveFile } from './prove.ts';
import { cutShortWords } from './wave-length.ts';
import { auditFile, readFilmFile } from './read-film.ts';

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
  read FILE [--with PLAN.json] [--rate R] [--plan]
                                   what a film cut elsewhere (.edl, .otio, .csv) holds, or with --plan the plan of it, as JSON
  audit PLAN.json [--file FILE] [--within N] [--onto KINDS] [--lead N]
                                   the cuts of a plan, or of a film read beside it, against its music, as JSON
  proof PLAN.json --file FILE      what a program would show that reads the file, against the plan, frame by frame, as JSON

“-” instead of a JSON file reads standard input. Results go to standard output, errors to standard error.
The forms of the files are in docs/command-line.md.
`;

async function analyseFile(file: string): Promise<string> {
  const findings = findingsIn(await analyseSoundFile(file));
  const short = await cutShortWords(file, path.basename(file));
  // Beside the result, which others read.
  if (short) process.stderr.write(`${short}\n`);
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
  return format.write(await readPlanFile(file));
}

async function layOutFile(file: string, take: string | undefined): Promise<string> {
  // Files that a request names lie beside it.
  const readSeen = (name: string) => {
    const found = path.resolve(file === '-' ? '.' : path.dirname(file), name);
    try {
      return unpackFacts(readFileSync(found));
    } catch (error) {
      if (error instanceof CaesuraError) throw error;
      throw new CaesuraError(
        'no-file',
        `“${name}” cannot be read: ${(error as Error).message}.`,
        'Put it beside the request, or leave `seen` out.',
      );
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
  const plan = await readPlanFile(file);
  return json(
    of === 'cut' ? framesReport(plan, Number(number)) : phraseFramesReport(plan, Number(number)),
  );
}

/** What can be asked for beside a file. */
const OPTIONS = {
  to: { type: 'string' },
  take: { type: 'string' },
  cut: { type: 'string' },
  phrase: { type: 'string' },
  file: { type: 'string' },
  with: { type: 'string' },
  rate: { type: 'string' },
  plan: { type: 'boolean' },
  within: { type: 'string' },
  lead: { type: 'string' },
  onto: { type: 'string' },
  as: { type: 'string' },
  help: { type: 'boolean', short: 'h' },
} as const;
type Values = ReturnType<typeof parseArgs<{ options: typeof OPTIONS }>>['values'];

const VERBS: Readonly<Record<string, (file: string, values: Values) => Promise<string>>> = {
  analyse: analyseFile,
  layout: (file, { take }) => layOutFile(file, take),
  check: async (file) => json(checkReport(await readPlanFile(file))),
  frames: framesOfFile,
  export: (file, { to }) => exportPlan(file, to),
  proof: proveFile,
  read: readFilmFile,
  audit: auditFile,
};

/** Why a file cannot be read, by the system's code. */
const UNREAD: Readonly<Record<string, (name: string) => string>> = {
  ENOENT: (name) => `There is no file ${name}.`,
  EISDIR: (name) => `${name} is a folder, not a file.`,
  EACCES: (name) => `${name} may not be read.`,
};

/**
 * Runs the command line on its arguments and returns what goes to standard output. Throws what is
 * wrong.
 */
export async function run(args: readonly string[]): Promise<string> {
  let parsed;
  try {
    parsed = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  } catch (error) {
    throw misused((error as Error).message);
  }
  const { values, positionals } = parsed;
  const [verb, file, ...others] = positionals;
  if (values.help) return USAGE;
  const names = Object.keys(VERBS);
  if (!verb) throw misused(`Say what to do: ${names.slice(0, -1).join(', ')} or ${names.at(-1)!}.`);
  const work = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
  if (!work) throw misused(`There is no verb “${verb}”.`);
  if (!file || others.length > 0) throw misused(`${verb} takes one file.`);
  try {
    return await work(file, values);
  } catch (error) {
    const { code, path: missing } = error as NodeJS.ErrnoException;
    const name = missing ?? file;
    if (code && code in UNREAD)
      throw new CaesuraError('no-file', UNREAD[code]!(name), 'Give the path of the file.');
    throw error;
  }
}
