import { CaesuraError, parseRational, type Rational } from '../../time/index.ts';
import { Telling, type Told } from '../told.ts';

/** What begins an event: the picture before it ends, or goes over into this one. */
export type EdlTransition = 'cut' | 'dissolve' | 'wipe' | 'key';

/** A line of an edit decision list, with what stands under it. */
export interface EdlEvent {
  /** Line of the file, from 1 on. */
  readonly line: number;
  /** Its number; the two lines of a transition share one. */
  readonly number: string;
  readonly reel: string;
  /** Tracks of pictures, from 1 on, and of sound. */
  readonly pictures: readonly number[];
  readonly sounds: readonly number[];
  readonly transition: EdlTransition;
  /** Frames that the transition lasts. */
  readonly lasts: number;
  /** Labels as they stand there, the ends exclusive. */
  readonly source: readonly [string, string];
  readonly record: readonly [string, string];
  /** Whether labels drop frames, as the last line that says so has it; null where none does. */
  readonly dropFrame: boolean | null;
  /** Source frames a second, and the label at which it begins, where a speed line says so. */
  readonly motion: { readonly perSecond: Rational; readonly from: string } | null;
  /** Name of the clip, or of the one that goes before a transition, and of the one after it. */
  readonly clipName: string | null;
  readonly toClipName: string | null;
  readonly fileName: string | null;
  /** All comments under it, without their star. */
  readonly comments: readonly string[];
}

/** A marked place of a list. */
export interface EdlMarker {
  readonly line: number;
  readonly at: string;
  readonly words: string;
}

/** An edit decision list as it stands in its file. */
export interface Edl {
  readonly title: string;
  readonly events: readonly EdlEvent[];
  readonly markers: readonly EdlMarker[];
  readonly told: readonly Told[];
}

/** Longest text, in characters, and most events: past any list that was ever cut by hand. */
const LONGEST = 20_000_000;
const MOST_EVENTS = 100_000;
/** Longest line that is looked at. */
const LONGEST_LINE = 1000;

const LABEL = String.raw`\d{1,2}[:;.,]\d{1,2}[:;.,]\d{1,2}[:;.,]\d{1,3}`;
const TRACK = String.raw`(?:NONE|B|V\d*|AA?\d*)`;
/** Columns of an event, parted by blanks; a reel may hold some of its own. */
const EVENT = new RegExp(
  String.raw`^(\d{1,6})\s+(\S(?:.*?\S)?)\s+(${TRACK}(?:\/${TRACK})*)\s+(C|D|W\d{1,3}|K(?:\s?[BO])?)\s+(?:(\d{1,5})\s+)?(${LABEL})\s+(${LABEL})\s+(${LABEL})\s+(${LABEL})\s*$`,
  'i',
);
const MOTION = new RegExp(
  String.raw`^M2\s+(\S(?:.*?\S)?)\s+([+-]?\d{1,4}(?:\.\d{1,3})?)\s+(${LABEL})\s*$`,
  'i',
);
const MARKER = new RegExp(String.raw`^LOC:\s*(${LABEL})\s*(.*)$`, 'i');

/** Pictures and sounds of a track column: AA is the first two sounds, B both picture and sound. */
function tracksOf(column: string): Pick<EdlEvent, 'pictures' | 'sounds'> {
  const [pictures, sounds] = [new Set<number>(), new Set<number>()];
  for (const name of column.toUpperCase().split('/')) {
    const number = Number(/\d+$/.exec(name)?.[0] ?? 1);
    if (name === 'NONE') continue;
    if (name === 'B' || name.startsWith('V')) pictures.add(number);
    if (name === 'B') sounds.add(1);
    if (name.startsWith('AA')) for (const each of [1, 2]) sounds.add(each);
    else if (name.startsWith('A')) sounds.add(number);
  }
  const inOrder = (set: ReadonlySet<number>) => [...set].sort((a, b) => a - b);
  return { pictures: inOrder(pictures), sounds: inOrder(sounds) };
}

const TRANSITIONS: Readonly<Record<string, EdlTransition>> = {
  ...{ C: 'cut', D: 'dissolve', W: 'wipe', K: 'key' },
};

type Open = { -readonly [K in keyof EdlEvent]: EdlEvent[K] };

/** What stands before a name in a comment, and whose name it is. */
const NAMED: Readonly<Record<string, 'clipName' | 'toClipName' | 'fileName'>> = {
  'FROM CLIP NAME': 'clipName',
  'CLIP NAME': 'clipName',
  'TO CLIP NAME': 'toClipName',
  FILE: 'fileName',
  'SOURCE FILE': 'fileName',
};

/** Takes a comment of an event: names of clips and files by what stands before them. */
function takeComment(event: Open, comment: string): void {
  event.comments = [...event.comments, comment];
  const [, key, value] = /^([A-Z ]+?):\s*(.*)$/i.exec(comment) ?? [];
  const named = NAMED[key?.toUpperCase() ?? ''];
  if (named && value) event[named] = value.trim();
}

/** Takes a list line by line. */
class Lines {
  title = '';
  readonly events: Open[] = [];
  readonly markers: EdlMarker[] = [];
  readonly telling = new Telling();
  #dropFrame: boolean | null = null;

  take(text: string, line: number): void {
    const words = text.trim();
    if (words === '') return;
    if (words.length > LONGEST_LINE) this.#tell(line, 'It is too long to be an event.');
    else if (words.startsWith('*')) this.#comment(words.slice(1).trim(), line);
    else if (/^TITLE:/i.test(words)) this.title ||= words.slice(6).trim();
    else if (/^FCM:/i.test(words)) this.#counting(words.slice(4).trim(), line);
    else if (/^M2\s/i.test(words)) this.#motion(words, line);
    else if (/^AUD\s/i.test(words)) this.#sounds(words, line);
    else if (/^\d/.test(words)) this.#event(words, line);
    else this.#tell(line, `“${words.slice(0, 60)}” is not read.`);
  }

  #tell(line: number, words: string): void {
    this.telling.add(`line ${line}`, words);
  }

  #comment(words: string, line: number): void {
    const [, at, about] = MARKER.exec(words) ?? [];
    if (at !== undefined) this.markers.push({ line, at, words: about!.trim() });
    const last = this.events.at(-1);
    if (last) takeComment(last, words);
  }

  #counting(words: string, line: number): void {
    if (/^NON[- ]?DROP/i.test(words)) this.#dropFrame = false;
    else if (/^DROP/i.test(words)) this.#dropFrame = true;
    else this.#tell(line, `“${words.slice(0, 40)}” is no way to count frames.`);
  }

  #motion(words: string, line: number): void {
    const [, reel, perSecond, from] = MOTION.exec(words) ?? [];
    if (reel === undefined) return void this.#tell(line, 'Its speed cannot be read.');
    // Under a transition the line of the picture that goes out may have one too.
    const last = this.events.at(-1);
    const pair = this.events.slice(-2).filter(({ number }) => number === last?.number);
    const event = pair.findLast((e) => e.reel === reel && !e.motion) ?? last;
    if (!event) return void this.#tell(line, 'It is a speed of no event.');
    if (event.reel !== reel)
      this.#tell(line, `Its reel is ${reel}, that of its event ${event.reel}.`);
    event.motion = { perSecond: parseRational(perSecond!)!, from: from! };
  }

  /** Further sounds of an event stand in a line of their own. */
  #sounds(words: string, line: number): void {
    const last = this.events.at(-1);
    if (!last) return void this.#tell(line, 'They are sounds of no event.');
    const more = words.match(/\d+/g) ?? [];
    last.sounds = [...new Set([...last.sounds, ...more.map(Number)])].sort((a, b) => a - b);
  }

  #event(words: string, line: number): void {
    const columns = EVENT.exec(words);
    if (!columns) return void this.#tell(line, `“${words.slice(0, 60)}” is no event.`);
    if (this.events.length === MOST_EVENTS)
      throw new CaesuraError(
        'edl-events',
        `The list has more than ${MOST_EVENTS} events.`,
        'Hand over a part of it.',
      );
    const [, number, reel, tracks, kind, lasts, ...labels] = columns as unknown as string[];
    this.events.push({
      ...{ line, number: number!, reel: reel!, ...tracksOf(tracks!) },
      transition: TRANSITIONS[kind![0]!.toUpperCase()]!,
      lasts: Number(lasts ?? 0),
      source: [labels[0]!, labels[1]!],
      record: [labels[2]!, labels[3]!],
      dropFrame: this.#dropFrame,
      motion: null,
      ...{ clipName: null, toClipName: null, fileName: null, comments: [] },
    });
  }
}

/**
 * Reads an edit decision list of the CMX 3600 form (from memory) as it stands in its file; blanks
 * part its columns. What is no line of it is told with its number. Throws when the text is too long
 * or holds no event.
 */
export function readEdl(text: string): Edl {
  if (text.length > LONGEST)
    throw new CaesuraError(
      'too-large',
      `The list has ${text.length} characters.`,
      `Hand over a part of it, at most ${LONGEST}.`,
    );
  const lines = new Lines();
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .forEach((line, i) => lines.take(line, i + 1));
  const { title, events, markers, telling } = lines;
  if (events.length === 0)
    throw new CaesuraError(
      'no-events',
      'There is no event in this list.',
      'Choose an edit decision list of the CMX 3600 form.',
    );
  return { title, events, markers, told: telling.told };
}
