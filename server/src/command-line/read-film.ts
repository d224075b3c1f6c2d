import {
  auditOf,
  auditReport,
  formOf,
  matchedMedia,
  planBeside,
  planOfFilm,
  readFilm,
  readReport,
  usualReach,
} from '@caesura/core/handoff';
import { CUE_KINDS, readPlan, type CueKind, type Plan } from '@caesura/core/plan';
import type { CaesuraError } from '@caesura/core/time';
import { parseRate, type FrameRate } from '@caesura/core/time';
import { json, misused, readPlanFile, readText } from './input.ts';

/** What can be said of a film that is read. */
interface Reading {
  readonly with?: string | undefined;
  readonly rate?: string | undefined;
  readonly plan?: boolean | undefined;
}

/** A rate as it is typed. */
function rateOf(typed: string | undefined): FrameRate | undefined {
  if (typed === undefined) return undefined;
  try {
    return parseRate(typed);
  } catch (error) {
    throw misused((error as CaesuraError).message, 'Say it so: --rate 23.976, --rate 25.');
  }
}

/** A film that was read from a text beside a plan, or alone. */
function planned(text: string, open: Plan | null, rate: FrameRate | undefined) {
  const read = readFilm(text, { rate, clips: open?.clips ?? [], prefer: open?.rate });
  const matched = matchedMedia(read.film, open?.clips ?? []);
  return { read, matched, ...planOfFilm(read.film, matched, planBeside(read.film, open)) };
}

/** Reads a film that was cut elsewhere: what it holds as JSON, or the plan of it. */
export async function readFilmFile(
  file: string,
  { with: beside, rate, plan: whole = false }: Reading,
): Promise<string> {
  const text = await readText(file);
  if (formOf(text) === 'plan') {
    const plan = readPlan(JSON.parse(text));
    if (whole) return json(plan);
    throw misused('This is a plan of ours already.', 'Add --plan for it as it is read today.');
  }
  const open = beside === undefined ? null : await readPlanFile(beside);
  const { read, matched, told, plan } = planned(text, open, rateOf(rate));
  return json(whole ? plan : readReport(read, matched, told));
}

/** Most frames by which cuts are moved. */
const MOST_WITHIN = 240;

/** Holds a plan, or a film that is read beside it, against its music: JSON. */
export async function auditFile(
  planFile: string,
  {
    file,
    rate,
    within,
    lead = '0',
    onto = 'downbeat,beat',
  }: {
    readonly file?: string | undefined;
    readonly rate?: string | undefined;
    readonly within?: string | undefined;
    readonly lead?: string | undefined;
    readonly onto?: string | undefined;
  },
): Promise<string> {
  if (within !== undefined && (!/^\d{1,3}$/.test(within) || Number(within) > MOST_WITHIN))
    throw misused(`“${within}” is no number of frames.`, `From 0 to ${MOST_WITHIN}: --within 3.`);
  if (!/^-?\d{1,3}$/.test(lead))
    throw misused(`“${lead}” is no number of frames.`, 'Before the cues: --lead 2.');
  const kinds = onto.split(',').map((kind) => kind.trim());
  const unknown = kinds.find((kind) => !(CUE_KINDS as readonly string[]).includes(kind));
  if (unknown !== undefined)
    throw misused(`There is no kind of cue “${unknown}”.`, `Kinds: ${CUE_KINDS.join(', ')}.`);
  const open = await readPlanFile(planFile);
  const plan = file === undefined ? open : planned(await readText(file), open, rateOf(rate)).plan;
  const reach = within === undefined ? usualReach(auditOf(plan)) : Number(within);
  const how = { within: reach, lead: Number(lead), kinds: new Set(kinds as CueKind[]) };
  return json(auditReport(plan, how));
}
