import { changeRate } from '../../plan/edits/change-rate.ts';
import { newPlan, readPlan, type Plan, type Sound } from '../../plan/index.ts';
import {
  compare,
  frames,
  multiply,
  rational,
  round,
  samples,
  toNumber,
  type Frames,
  type Samples,
} from '../../time/index.ts';
import { sameFile } from './same-file.ts';
import type { CutFilm, CutSound } from './cut-film.ts';

/** Where the music of a film lies in it. */
export interface MusicPlace {
  /** The name that it has there. */
  readonly name: string;
  /** Frame of the film on which it begins, and where of its file, in seconds. */
  readonly at: Frames;
  readonly from: number;
  /** How long it is heard, in frames. */
  readonly lasts: number;
  /** Further pieces of it, which a plan would have as splices. */
  readonly more: number;
}

const ONE = rational(1);

/**
 * Where the music of a film lies, by its sounds: the one that is heard longest of those at normal
 * speed, by its name or, where `music` is given, the one that is named like its file. Null where
 * there is none.
 */
export function musicPlaceOf(film: CutFilm, music: Sound | null): MusicPlace | null {
  const named = new Map<string, CutSound[]>();
  const pictures = new Set(film.pieces.flatMap(({ media }) => (media ? [media.name] : [])));
  for (const sound of film.sounds) {
    const name = sound.media?.fileName ?? sound.media?.name ?? '';
    const isMusic = music ? sameFile(name, music.fileName) : !pictures.has(sound.media?.name ?? '');
    if (name === '' || !isMusic || compare(sound.speed, ONE) !== 0) continue;
    const list = named.get(name) ?? [];
    // Both tracks of a stereo sound are one.
    if (!list.some((one) => one.start === sound.start)) list.push(sound);
    named.set(name, list);
  }
  const lasts = (list: readonly CutSound[]) =>
    list.reduce((sum, { start, end }) => sum + end - start, 0);
  const [best] = [...named].sort(([, a], [, b]) => lasts(b) - lasts(a));
  if (!best) return null;
  const [name, list] = best;
  const first = list.reduce((a, b) => (b.start < a.start ? b : a));
  const begins = first.media?.available?.from ?? rational(0);
  return {
    ...{ name, at: first.start, from: toNumber(first.from) - toNumber(begins) },
    ...{ lasts: first.end - first.start, more: list.length - 1 },
  };
}

/** The music of a plan laid as a film has it, from where of its file and on which frame. */
export function withMusicAt(plan: Plan, { at, from, lasts }: MusicPlace): Plan {
  const { music, rate } = plan;
  if (!music) return plan;
  const { sampleRate, length } = music.analysis;
  const begin = Math.min(length - 1, Math.max(0, Math.round(from * sampleRate)));
  const taken = round(multiply(rational(lasts * rate.den, rate.num), rational(sampleRate)));
  const region = { in: samples(begin), out: samples(Math.min(length, begin + Math.max(1, taken))) };
  const fade = Math.min(music.fade, region.out - region.in) as Samples;
  return readPlan({ ...plan, music: { ...music, region, splices: [], place: frames(at), fade } });
}

/** Whether the music of a plan lies as a film has it, to the frame: forms count it in frames. */
function isPlaced({ music, rate }: Plan, { at, from }: MusicPlace): boolean {
  if (!music) return false;
  const begins = music.region.in / music.analysis.sampleRate;
  return music.place === at && Math.abs(begins - from) * toNumber(rate) <= 0.5 + 1e-6;
}

/**
 * The plan that a film is read into: an empty one, or one with the clips and the sounds of an open
 * plan, at the rate of the film.
 */
export function planBeside(film: CutFilm, open: Plan | null): Plan {
  const empty = newPlan((film.name.trim() || 'Film cut elsewhere').slice(0, 120));
  if (!open) return { ...empty, rate: film.rate, dropFrame: film.dropFrame };
  const { client, size, rate, dropFrame, clips, music, sounds, ducking, loudness } = open;
  const kept: Plan = {
    ...{ ...empty, client, size, rate, dropFrame, clips },
    ...{ music, sounds: sounds.filter(({ kind }) => kind !== 'effect'), ducking, loudness },
  };
  const base = { ...changeRate(kept, film.rate), dropFrame: film.dropFrame };
  const place = musicPlaceOf(film, music);
  return place && !isPlaced(base, place) ? withMusicAt(base, place) : base;
}
