import { filmOf, wholeFilm } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { parseLength } from '@caesura/core/time';
import { timecodeAt } from './format.ts';
import { barJumps, sectionJumps } from './jumps.ts';
import type { PlanVersion } from './plan-state.ts';

/** Something that can be done, by the words under which it is found. */
export interface Entry {
  readonly name: string;
  /** Where it belongs, or which keys do it. */
  readonly beside: string;
  readonly run: () => void;
}

/** Most entries that are shown. */
const MOST = 40;

const plain = (text: string): string =>
  text.normalize('NFKD').replaceAll(/\p{M}/gu, '').toLowerCase();

const wordsOf = (text: string): string[] =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/**
 * The entries in which every word of a search begins a word, those that begin with it first. All,
 * in their order, where nothing is searched for.
 */
export function found(entries: readonly Entry[], search: string): Entry[] {
  const words = wordsOf(search);
  const fits = ({ name, beside }: Entry) => {
    const parts = wordsOf(`${name} ${beside}`);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  const begins = ({ name }: Entry) => (plain(name).startsWith(plain(search).trim()) ? 0 : 1);
  return entries
    .filter(fits)
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => begins(a.entry) - begins(b.entry) || a.i - b.i)
    .map(({ entry }) => entry)
    .slice(0, MOST);
}

/** What is done at a place of the film. */
export interface Goes {
  readonly toFrame: (frame: number) => void;
  readonly toCut: (cut: number) => void;
}

/** The places that a search names: a cut or a bar by its number, a section, a timecode. */
export function placesOf(plan: Plan, search: string, go: Goes): Entry[] {
  const { shots } = filmOf(plan);
  const length = wholeFilm(plan).to;
  const text = search.trim().toLowerCase();
  const number = /^(?:(cut|shot|bar|frame)\s*)?(\d{1,7})$/.exec(text);
  const entries: Entry[] = [];
  if (number) {
    const [, what, digits] = number;
    const n = Number(digits);
    const cut = shots[n];
    if ((what === undefined || what === 'cut') && n > 0 && cut)
      entries.push({
        ...{ name: `Go to cut ${n}`, beside: timecodeAt(cut.start, plan) },
        run: () => go.toCut(n),
      });
    const bar = barJumps(plan).find(({ name }) => name === `bar ${n}`);
    if ((what === undefined || what === 'bar') && bar)
      entries.push({
        ...{ name: `Go to ${bar.name}`, beside: timecodeAt(bar.frame, plan) },
        run: () => go.toFrame(bar.frame),
      });
    const shot = shots[n - 1];
    if (what === 'shot' && shot)
      entries.push({
        ...{ name: `Go to shot ${n}`, beside: timecodeAt(shot.start, plan) },
        run: () => go.toFrame(shot.start),
      });
    if (what !== 'cut' && what !== 'bar' && what !== 'shot' && n < length)
      entries.push({
        ...{ name: `Go to frame ${n}`, beside: timecodeAt(n, plan) },
        run: () => go.toFrame(n),
      });
  } else if (/^[\d:;.]+ ?s?$/.test(text)) {
    const frame = frameOf(text, plan);
    if (frame !== null && frame >= 0 && frame < length)
      entries.push({
        ...{ name: `Go to ${timecodeAt(frame, plan)}`, beside: `frame ${frame}` },
        run: () => go.toFrame(frame),
      });
  }
  return entries;
}

/**
 * The frame of a timecode that was typed as the film shows it, or of a time from its start; null
 * where it is none.
 */
function frameOf(text: string, plan: Plan): number | null {
  const { rate, dropFrame, start } = plan;
  try {
    const typed = parseLength(text, { rate, dropFrame }).frames;
    const shown = typed - start;
    return shown >= 0 && shown < wholeFilm(plan).to ? shown : typed;
  } catch {
    return null;
  }
}

/** The sections and drops of the music, as places to go to. */
export const sectionEntries = (plan: Plan, go: Goes): Entry[] =>
  sectionJumps(plan).map(({ name, frame }) => ({
    name: `Go to ${name}`,
    beside: timecodeAt(frame, plan),
    run: () => go.toFrame(frame),
  }));

/** The steps that can be undone, as places to go back to: the last one first. */
export const historyEntries = (
  {
    past,
    present,
  }: { readonly past: readonly PlanVersion[]; readonly present: PlanVersion | null },
  back: (steps: number) => void,
): Entry[] =>
  [...past.slice(1), ...(present ? [present] : [])]
    .toReversed()
    .slice(0, past.length)
    .flatMap(({ label }, i) =>
      label
        ? [{ name: `Back to before: ${label}`, beside: `${i + 1} back`, run: () => back(i + 1) }]
        : [],
    );

/** What a control is called: its words, or its name for screen readers. */
const nameOf = (element: HTMLElement): string =>
  (element.getAttribute('aria-label') ?? element.innerText).replaceAll(/\s+/g, ' ').trim();

/** The buttons and links of a part of the page that can be pressed, under their own words. */
export function controlsOf(part: ParentNode): Entry[] {
  const seen = new Set<string>();
  return [
    ...part.querySelectorAll<HTMLElement>(
      'button:not([disabled], .word), a[href].btn, [role="tab"]',
    ),
  ].flatMap((element): Entry[] => {
    const name = nameOf(element);
    // What stands in lists and on lines is chosen there.
    const isOfList = element.closest('[role="listbox"], .lines, table, .frame-strip') !== null;
    if (!name || isOfList || element.tabIndex < 0 || seen.has(name)) return [];
    if (!element.checkVisibility()) return [];
    seen.add(name);
    const group = element.closest('[aria-label]:not(button)')?.getAttribute('aria-label') ?? '';
    return [{ name, beside: group, run: () => element.click() }];
  });
}
