import { filmOf } from '@caesura/core/film';
import {
  CLICK,
  mixed,
  samplesUsed,
  soundingOf,
  type Decoded,
  type Heard,
  type Sounding,
  type AudioEvent,
} from '@caesura/core/sound';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { ask, mediaUrl } from '../app/http.ts';
import { channelsOf, withSound } from '../sound/sound-file.ts';

/** Samples decoded beyond what is used, since interpolation and fades reach there. */
const MARGIN = 48_000;

/** The voices of a file, and the samples of it that they use. */
interface Need {
  readonly fileName: string;
  from: number;
  to: number;
}

/** What each file is needed for. Effects are needed whole, since they are measured, and so is
 * what sounds backwards. */
function needsOf(events: readonly AudioEvent[]): Map<string, Need> {
  const needs = new Map<string, Need>();
  for (const event of events) {
    const { media, fileName, by, reversed } = event;
    if (media === null) continue;
    const used = samplesUsed(event);
    const inPart = by === 'sample' && reversed === undefined;
    const from = inPart ? Math.max(0, Math.floor(used.from) - MARGIN) : 0;
    const to = inPart ? Math.ceil(used.to) + MARGIN : Infinity;
    const known = needs.get(media);
    needs.set(media, {
      fileName,
      from: Math.min(from, known?.from ?? from),
      to: Math.max(to, known?.to ?? to),
    });
  }
  return needs;
}

/** Decodes a kept file from one sample to another, as far as it goes. */
async function decode(media: string, { fileName, from, to }: Need): Promise<Decoded> {
  const blob = await (await ask(mediaUrl(media))).blob();
  return withSound(blob, fileName, async (file) => ({
    channels: await channelsOf(file, from, to),
    sampleRate: file.sampleRate,
    from,
  }));
}

/** A plan whose sounds are loaded under a name. */
export interface LoadedFilm {
  readonly sound: FilmSound;
  readonly name: string;
  readonly plan: Plan;
}

/** Makes the sound of films: every file decoded once, mixed where it is asked for. */
export class FilmSound {
  private readonly files = new Map<
    string,
    { readonly need: Need; readonly decoded: Promise<Decoded> }
  >();
  private readonly films = new Map<string, readonly Sounding[]>();
  /** Voices made ready before, by all that they are made of. */
  private readonly ready = new Map<string, Sounding>();

  /**
   * Takes a plan under a name, in place of the one before: decodes what it needs. Returns what
   * could not be decoded and stays silent, in words.
   */
  async load(
    name: string,
    plan: Plan,
    onProgress: (fraction: number) => void = () => undefined,
  ): Promise<string[]> {
    const events = filmOf(plan).audioEvents;
    const needs = needsOf(events);
    const silent: string[] = [];
    let done = 0;
    for (const [media, need] of needs) {
      const known = this.files.get(media);
      if (!known || known.need.from > need.from || known.need.to < need.to)
        this.files.set(media, { need, decoded: decode(media, need) });
      await this.files.get(media)!.decoded.catch((error: unknown) => {
        this.files.delete(media);
        silent.push(
          error instanceof CaesuraError
            ? error.message
            : `“${need.fileName}” could not be decoded.`,
        );
      });
      onProgress(++done / needs.size);
    }
    const soundings: Sounding[] = [];
    for (const event of events) {
      const decoded = event.media === null ? CLICK : await this.files.get(event.media)?.decoded;
      if (!decoded) continue;
      // Where a voice lies and how loud it is may change without its sound being made anew.
      const key = `${event.media} ${event.rate} ${event.semitones} ${event.by} ${event.anchor.at} ${event.anchor.sample} ${event.reversed} ${decoded.from} ${JSON.stringify(event.course)}`;
      const sounding = { ...(this.ready.get(key) ?? soundingOf(event, decoded)), event };
      this.ready.set(key, sounding);
      soundings.push(sounding);
    }
    if (this.ready.size > 4 * soundings.length + 200) this.ready.clear();
    this.films.set(name, soundings);
    return silent;
  }

  /** Forgets a plan. */
  drop(name: string): void {
    this.films.delete(name);
  }

  /** `count` samples of a film from sample `from` on, left and right, of what is to be heard. */
  mix(
    name: string,
    from: number,
    count: number,
    heard: readonly Heard[],
  ): [Float32Array, Float32Array] {
    const events = (this.films.get(name) ?? []).filter(({ event }) => heard.includes(event.of));
    return mixed(events, from, count);
  }
}
