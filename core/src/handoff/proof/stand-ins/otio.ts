import { clipsNamed } from './names.ts';
import {
  asNumber,
  down,
  nearest,
  over,
  plus,
  ratio,
  ratioOfDecimal,
  times,
  up,
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

type Fields = Readonly<Record<string, unknown>>;

const fields = (value: unknown): Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : {};
const list = (value: unknown): readonly Fields[] => (Array.isArray(value) ? value.map(fields) : []);
const words = (value: unknown): string => (typeof value === 'string' ? value : '');
const schemaOf = ({ OTIO_SCHEMA: schema }: Fields): string => String(schema).split('.')[0]!;

/** A rate as the usual one that a decimal stands for. */
function rateOf(written: number): Ratio {
  const thousand = Math.round((written * 1001) / 1000) * 1000;
  if (Number.isInteger(written)) return ratio(written);
  return Math.abs(written - thousand / 1001) < 1e-6
    ? ratio(thousand, 1001)
    : ratioOfDecimal(written);
}

/** A time of the document in seconds; null where it is none. */
function seconds(value: unknown): Ratio | null {
  const { value: count, rate } = fields(value);
  if (typeof count !== 'number' || typeof rate !== 'number') return null;
  if (!Number.isFinite(count) || !(rate > 0) || !Number.isFinite(rate)) return null;
  return over(ratioOfDecimal(count), rateOf(rate));
}

/** What a track has from one frame up to another. */
interface Item {
  readonly from: number;
  readonly to: number;
  /** Null in a gap. */
  readonly clip: Played | null;
}

interface Played {
  readonly name: string;
  readonly clips: readonly string[];
  readonly known: ClipFacts | undefined;
  /** Seconds of the media's own time at which it begins, and how many go by in one of the film. */
  readonly begins: Ratio;
  readonly speed: Ratio;
  /** Seconds of its own time with which the media begins. */
  readonly mediaBegins: Ratio;
}

interface Blend {
  readonly at: number;
  readonly before: number;
  readonly after: number;
}

/** Less than this part of a frame short of it counts as that frame: speeds are decimals there. */
const NEAR = ratio(1, 100_000);

class Reader {
  readonly unread: Unread[] = [];
  readonly #facts: Facts;
  readonly #rate: Ratio;

  constructor(facts: Facts) {
    this.#facts = facts;
    this.#rate = ratio(facts.num, facts.den);
  }

  /** Frames of the film that a time lasts; told where that is no whole number. */
  frames(value: unknown, where: string): number {
    const time = seconds(value);
    if (!time) {
      this.unread.push({ where, words: 'It does not say how long it lasts.' });
      return 0;
    }
    const exact = times(time, this.#rate);
    const whole = nearest(exact);
    if (Math.abs(asNumber(exact) - whole) > 1e-6)
      this.unread.push({ where, words: 'It does not last whole frames of the film.' });
    return whole;
  }

  /** A clip as it is played. */
  #played(item: Fields, where: string): Played | null {
    const name = words(item.name);
    const key = words(item.active_media_reference_key) || 'DEFAULT_MEDIA';
    const reference = fields(fields(item.media_references)[key] ?? item.media_reference);
    const url = reference.target_url;
    const fileName = typeof url === 'string' ? decodeURIComponent(url.split('/').at(-1)!) : null;
    const clips = clipsNamed(this.#facts.clips, { fileName, name });
    const range = fields(item.source_range);
    const [start, lasts] = [seconds(range.start_time), seconds(range.duration)];
    if (!start || !lasts) {
      this.unread.push({ where, words: 'It does not say which part of its media it shows.' });
      return null;
    }
    const speed = list(item.effects).reduce(
      (all, { time_scalar: scalar }) =>
        typeof scalar === 'number' ? times(all, ratioOfDecimal(scalar)) : all,
      ratio(1),
    );
    const back = speed.n < 0n;
    const available = seconds(fields(reference.available_range).start_time);
    return {
      ...{ clips, speed },
      name: fileName ?? name,
      known: this.#facts.clips.find(({ id }) => id === clips[0]),
      // Backwards the range is gone through from its end.
      begins: back ? plus(start, times(lasts, ratio(-speed.n, speed.d))) : start,
      mediaBegins: available ?? ratio(0),
    };
  }

  /** The items of a track one after the other, and the transitions between them. */
  track({ children }: Fields, where: string): { items: Item[]; blends: Blend[] } {
    const items: Item[] = [];
    const blends: Blend[] = [];
    let at = 0;
    list(children).forEach((item, i) => {
      const place = `${where}, item ${i + 1}`;
      const schema = schemaOf(item);
      if (schema === 'Transition') {
        const before = this.frames(item.in_offset, place);
        blends.push({ at, before, after: this.frames(item.out_offset, place) });
        return;
      }
      if (schema !== 'Clip' && schema !== 'Gap') {
        this.unread.push({ where: place, words: `${schema} is not shown.` });
        return;
      }
      const lasts = this.frames(fields(item.source_range).duration, place);
      const clip = schema === 'Clip' ? this.#played(item, place) : null;
      items.push({ from: at, to: at + lasts, clip });
      at += lasts;
    });
    return { items, blends };
  }

  /** Seconds of the media, from its start on, after some frames of an item. */
  secondsOf({ begins, speed, mediaBegins }: Played, since: number): Ratio {
    const gone = times(speed, over(ratio(since), this.#rate));
    return plus(plus(begins, gone), ratio(-mediaBegins.n, mediaBegins.d));
  }

  picture(clip: Played, since: number): ShownPicture {
    const { known, speed, clips, name } = clip;
    const rate = known ? ratio(known.num, known.den) : this.#rate;
    const place = times(this.secondsOf(clip, since), rate);
    const source =
      speed.n < 0n ? up(plus(place, ratio(-NEAR.n, NEAR.d))) - 1 : down(plus(place, NEAR));
    return { clips, name, source: heldIn(known, source), since };
  }
}

/**
 * What a program would show that reads an OpenTimelineIO document with one stack of tracks of
 * clips, gaps and transitions, linear time effects among them. Throws when the text is no JSON.
 */
export function receiveOtio(text: string, facts: Facts): Received {
  const document = fields(JSON.parse(text));
  const reader = new Reader(facts);
  const tracks = list(fields(document.tracks).children);
  const video = tracks.filter(({ kind }) => kind === 'Video');
  const { items, blends } = reader.track(video[0] ?? {}, 'picture');
  if (video.length !== 1)
    reader.unread.push({ where: 'tracks', words: `There are ${video.length} tracks of pictures.` });
  const shown = placedAt(items);
  const heard = tracks
    .filter(({ kind }) => kind === 'Audio')
    .map((track, i) => placedAt(reader.track(track, `sound ${i + 1}`).items));
  const start = document.global_start_time;
  const one = (item: Item | undefined, n: number): ShownPicture[] =>
    item?.clip ? [reader.picture(item.clip, n - item.from)] : [];
  return {
    frames: items.at(-1)?.to ?? 0,
    start: start ? reader.frames(start, 'start') : null,
    pictures: (n) => {
      const blend = blends.find(({ at, before, after }) => n >= at - before && n < at + after);
      if (!blend) return shown(n).flatMap((item) => one(item, n));
      const [out, into] = [
        items.find(({ to }) => to === blend.at),
        items.find(({ from }) => from === blend.at),
      ];
      return [...one(out, n), ...one(into, n)];
    },
    sounds: (n) =>
      heard.flatMap((at) =>
        at(n).flatMap(({ clip, from }): ShownSound[] =>
          clip
            ? [
                {
                  ...{ clips: clip.clips, name: clip.name, since: n - from },
                  seconds: asNumber(reader.secondsOf(clip, n - from)),
                },
              ]
            : [],
        ),
      ),
    unread: reader.unread,
  };
}
