import { filmOf } from '@caesura/core/film';
import {
  CLICK,
  holding,
  mixed,
  neededOf,
  soundingKey,
  soundingOf,
  type Decoded,
  type Heard,
  type Sounding,
  type Stretch,
} from '@caesura/core/sound';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { ask, mediaUrl } from '../app/http.ts';
import { channelsOf, withSound } from '../sound/sound-file.ts';

/** Decodes a stretch of a kept file, as far as it goes. */
async function decode(media: string, fileName: string, { from, to }: Stretch): Promise<Decoded> {
  const blob = await (await ask(mediaUrl(media))).blob();
  return withSound(blob, fileName, async (file) => ({
    channels: await channelsOf(file, from, to),
    sampleRate: file.sampleRate,
    from,
  }));
}

/** A stretch of a file that is decoded or about to be. */
interface Held extends Stretch {
  readonly decoded: Promise<Decoded>;
}

/** A plan whose sounds are loaded under a name. */
export interface LoadedFilm {
  readonly sound: FilmSound;
  readonly name: string;
  readonly plan: Plan;
}

/** Makes the sound of films: what is used of every file decoded once, mixed where asked for. */
export class FilmSound {
  /** Stretches of files by media id, those of the last plan and of any that is being loaded. */
  private files = new Map<string, readonly Held[]>();
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
    const needed = neededOf(events);
    const held = new Map<string, Held[]>();
    const silent: string[] = [];
    const all = [...needed.values()].reduce((sum, { stretches }) => sum + stretches.length, 0);
    let done = 0;
    for (const [media, { fileName, stretches }] of needed)
      for (const stretch of stretches) {
        const one = this.hold(media, fileName, stretch);
        try {
          await one.decoded;
          held.set(media, [...(held.get(media) ?? []), one]);
        } catch (error) {
          silent.push(
            error instanceof CaesuraError ? error.message : `“${fileName}” could not be decoded.`,
          );
        }
        onProgress(++done / all);
      }
    this.files = held;
    const soundings: Sounding[] = [];
    for (const event of events) {
      const own = event.media === null ? [] : (held.get(event.media) ?? []);
      const decoded = event.media === null ? CLICK : await holding(event, own)?.decoded;
      if (!decoded) continue;
      // Where a voice lies and how loud it is may change without its sound being made anew.
      const key = soundingKey(event, decoded);
      const sounding = { ...(this.ready.get(key) ?? soundingOf(event, decoded)), event };
      this.ready.set(key, sounding);
      soundings.push(sounding);
    }
    if (this.ready.size > 4 * soundings.length + 200) this.ready.clear();
    this.films.set(name, soundings);
    return silent;
  }

  /** A stretch of a file, decoded anew unless one that holds it is, or is about to be. */
  private hold(media: string, fileName: string, { from, to }: Stretch): Held {
    const known = this.files.get(media) ?? [];
    const found = known.find((one) => one.from <= from && to <= one.to);
    if (found) return found;
    const one = { from, to, decoded: decode(media, fileName, { from, to }) };
    this.files.set(media, [...known, one]);
    one.decoded.catch(() => {
      this.files.set(
        media,
        (this.files.get(media) ?? []).filter((other) => other !== one),
      );
    });
    return one;
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
