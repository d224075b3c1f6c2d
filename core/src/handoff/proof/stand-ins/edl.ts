import { frameOf, labelled, partsOf, perSecond, type Labelled } from './labels.ts';
import { clipsNamed } from './names.ts';
import {
  down,
  over,
  plus,
  ratio,
  ratioOfDecimal,
  times,
  up,
  asNumber,
  type Ratio,
} from './ratio.ts';
import {
  heldIn,
  placedAt,
  type ClipFacts,
  type Facts,
  type Received,
  type ShownPicture,
  type ShownSound,
  type Unread,
} from './received.ts';

/** How a reader counts the labels of a source: as its file does, or all as the list does. */
export type SourceLabels = 'of each file' | 'of the list';

/** A line of an event and what follows it. */
interface Line {
  readonly number: string;
  readonly line: number;
  readonly reel: string;
  readonly track: string;
  readonly dissolve: number | null;
  readonly labels: readonly string[];
  motion: { readonly perSecond: Ratio; readonly from: string } | null;
  readonly comments: string[];
}

const EVENT =
  /^(\d{3,6})\s+(\S+)\s+(\S+)\s+(C|D\s+\d+)\s+(\d\d\S\d\d\S\d\d\S\d\d)\s+(\d\d\S\d\d\S\d\d\S\d\d)\s+(\d\d\S\d\d\S\d\d\S\d\d)\s+(\d\d\S\d\d\S\d\d\S\d\d)$/;
const MOTION = /^M2\s+(\S+)\s+(-?\d+(?:\.\d+)?)\s+(\d\d\S\d\d\S\d\d\S\d\d)$/;

/** The lines of a list: events with what belongs to each; others that are not known are unread. */
function linesOf(text: string, unread: Unread[]): { lines: Line[]; drop: boolean } {
  const lines: Line[] = [];
  let drop = false;
  text.split(/\r?\n/).forEach((raw, i) => {
    const written = raw.trim();
    const last = lines.at(-1);
    const event = EVENT.exec(written);
    if (event) {
      const [, number, reel, track, type, ...labels] = event as unknown as string[];
      lines.push({
        ...{ number: number!, line: i + 1, reel: reel!, track: track!, labels },
        dissolve: type!.startsWith('D') ? Number(type!.slice(1)) : null,
        ...{ motion: null, comments: [] },
      });
      return;
    }
    const motion = MOTION.exec(written);
    if (motion && last)
      last.motion = { perSecond: ratioOfDecimal(Number(motion[2])), from: motion[3]! };
    else if (written.startsWith('FCM:')) drop = !written.includes('NON');
    else if (written.startsWith('*')) last?.comments.push(written.slice(1).trim());
    else if (written !== '' && !written.startsWith('TITLE:'))
      unread.push({ where: `line ${i + 1}`, words: `“${written.slice(0, 60)}” is no event.` });
  });
  return { lines, drop };
}

/** The rest of the comment that begins with some words. */
const said = ({ comments }: Line, words: string): string | null =>
  comments.find((comment) => comment.startsWith(words))?.slice(words.length) ?? null;

/** A stretch of a list that is shown or heard. */
interface Event {
  readonly from: number;
  readonly to: number;
  readonly line: number;
  readonly clips: readonly string[];
  readonly name: string;
  /** Where of its source it is after so many frames, counted; null for black. */
  readonly at: ((since: number) => { readonly source: number; readonly seconds: number }) | null;
  /** For a dissolve: how long both are shown. */
  readonly blends: number;
}

/** The counting of a clip's labels and what turns a counted frame into one of the file. */
function sourceOf(
  clip: ClipFacts | undefined,
  list: Labelled,
  labels: SourceLabels,
): { readonly counting: Labelled; readonly toFrame: (counted: Ratio) => Ratio } {
  if (!clip) return { counting: list, toFrame: (counted) => counted };
  const own: Labelled = clip;
  // Two digits of frames hold no more than a hundred a second.
  const asFile = labels === 'of each file' && labelled(own) <= 100;
  if (asFile) return { counting: own, toFrame: (counted) => plus(counted, ratio(-clip.start)) };
  const [h, m, s, f] = partsOf(clip.start, own);
  const scaled = Math.floor((f * labelled(list)) / labelled(own));
  const two = (n: number) => String(n).padStart(2, '0');
  const label = (ff: number) => [h, m, s, ff].map(two).join(':');
  const first = frameOf(label(scaled), list) ?? frameOf(label(labelled(list) / 15), list) ?? 0;
  const stretch = over(perSecond(own), perSecond(list));
  return { counting: list, toFrame: (counted) => times(plus(counted, ratio(-first)), stretch) };
}

/** Reads the events of a list against the clips that are known. */
class Reader {
  readonly unread: Unread[] = [];
  readonly #facts: Facts;
  readonly #labels: SourceLabels;
  readonly #list: Labelled;
  readonly #reels = new Map<string, readonly string[]>();

  constructor(facts: Facts, drop: boolean, labels: SourceLabels) {
    this.#facts = facts;
    this.#labels = labels;
    this.#list = { num: facts.num, den: facts.den, drop };
  }

  #count(line: Line, label: string, counting: Labelled): number {
    const found = frameOf(label, counting);
    if (found === null) {
      const rate = Math.round((1000 * counting.num) / counting.den) / 1000;
      this.unread.push({
        where: `line ${line.line}`,
        words: `There is no label ${label} at ${rate} frames a second.`,
      });
    }
    return found ?? 0;
  }

  /** The clips that a line may show: as it is named, and as its reel was before. */
  #clips(line: Line, name: string): readonly string[] {
    const file = said(line, 'FILE: ');
    const known = this.#reels.get(line.reel);
    const named = clipsNamed(this.#facts.clips, { fileName: file, name });
    const both = known?.filter((id) => named.includes(id)) ?? named;
    const clips = both.length > 0 ? both : named;
    if (clips.length > 0) this.#reels.set(line.reel, clips);
    return clips;
  }

  /** The clips of a reel that an earlier line named. */
  ofReel(reel: string): readonly string[] {
    return this.#reels.get(reel) ?? [];
  }

  /** An event of a line; `clips`: those that it may show. */
  event(line: Line, name: string, clips: readonly string[]): Event {
    const [sourceIn, , recordIn, recordOut] = line.labels as [string, string, string, string];
    const record = [recordIn, recordOut].map((label) => this.#count(line, label, this.#list));
    const common = {
      ...{ from: record[0]! - this.#facts.start, to: record[1]! - this.#facts.start },
      ...{ line: line.line, clips, name, blends: line.dissolve ?? 0 },
    };
    if (line.reel === 'BL') return { ...common, at: null };
    const clip = this.#facts.clips.find(({ id }) => id === clips[0]);
    const { counting, toFrame } = sourceOf(clip, this.#list, this.#labels);
    const stride = line.motion
      ? over(line.motion.perSecond, ratio(labelled(this.#list)))
      : ratio(1);
    const back = stride.n < 0n;
    const first = this.#count(line, back ? line.motion!.from : sourceIn, counting);
    const rate = clip ? perSecond(clip) : perSecond(this.#list);
    return {
      ...common,
      at: (since) => {
        // Backwards a frame is gone through from its end.
        const counted = plus(ratio(first + Number(back)), times(stride, ratio(since)));
        const place = toFrame(counted);
        const source = back ? up(place) - 1 : down(place);
        const starts = plus(ratio(first), times(stride, ratio(since)));
        return {
          source: heldIn(clip, source),
          seconds: asNumber(over(clip ? toFrame(starts) : starts, rate)),
        };
      },
    };
  }

  /** The name of a line, and the event of it. */
  read(line: Line): Event {
    const name = said(line, line.dissolve === null ? 'FROM CLIP NAME: ' : 'TO CLIP NAME: ') ?? '';
    return this.event(line, name, line.reel === 'BL' ? [] : this.#clips(line, name));
  }
}

/**
 * What a program would show that reads an edit decision list of the CMX 3600 form (event lines,
 * M2 speeds and comments as commonly described; from memory).
 */
export function receiveEdl(
  text: string,
  facts: Facts,
  labels: SourceLabels = 'of each file',
): Received {
  const unread: Unread[] = [];
  const { lines, drop } = linesOf(text, unread);
  const reader = new Reader(facts, drop, labels);
  const pictures: (Event & { readonly before: Event | null })[] = [];
  const sounds: Event[] = [];
  lines.forEach((line, i) => {
    if (line.track !== 'V') {
      sounds.push(reader.read(line));
      return;
    }
    const next = lines[i + 1];
    // The first of two lines under one number is the picture from which a dissolve goes.
    if (next && next.dissolve !== null && next.number === line.number) return;
    const previous = lines[i - 1];
    const from =
      line.dissolve !== null && previous?.number === line.number
        ? reader.event(previous, '', reader.ofReel(previous.reel))
        : null;
    pictures.push({ ...reader.read(line), before: from });
  });
  const shown = placedAt(pictures);
  const heard = placedAt(sounds);
  const picture = ({ at, clips, name }: Event, since: number): ShownPicture[] =>
    at ? [{ clips, name, source: at(since).source, since }] : [];
  return {
    frames: pictures.reduce((most, { to }) => Math.max(most, to), 0),
    start: pictures.length > 0 ? facts.start + Math.min(...pictures.map(({ from }) => from)) : null,
    pictures: (n) =>
      shown(n).flatMap((event) => {
        const since = n - event.from;
        const going = event.before && since < event.blends ? picture(event.before, since) : [];
        return [...going, ...picture(event, since)];
      }),
    sounds: (n) =>
      heard(n).flatMap(({ at, clips, name, from }): ShownSound[] =>
        at ? [{ clips, name, seconds: at(n - from).seconds, since: n - from }] : [],
      ),
    unread: [...unread, ...reader.unread],
  };
}
