import { shotFactsAt, soundsOf, type ShotFacts } from '../../film/index.ts';
import { LINE_UP_RATE } from '../../listen/index.ts';
import { sampleOfSource } from '../../sound/index.ts';
import {
  CaesuraError,
  compare,
  instantOfFrame,
  rational,
  seconds,
  toNumber,
  type ShotIndex,
} from '../../time/index.ts';
import { sampleHeardAt, type Plan } from '../index.ts';
import { slipShot } from './edit-shots.ts';

/** Where a clip's sound was found in a song: samples at LINE_UP_RATE; null for nowhere. */
export interface ClipInSong {
  readonly clip: string;
  readonly offset: number | null;
}

/**
 * Notes where the sounds of clips lie in a sound of the plan that was played while they were
 * filmed; those that lie nowhere lose what was noted. Throws when there is no such sound.
 */
export function lineUpClips(plan: Plan, id: string, found: readonly ClipInSong[]): Plan {
  const song = soundsOf(plan).find((sound) => sound.id === id);
  if (!song)
    throw new CaesuraError('no-sound', 'That sound is not in the plan.', 'Add its file first.');
  const places = new Map(found.map(({ clip, offset }) => [clip, offset]));
  const clips = plan.clips.map((clip) => {
    const offset = places.get(clip.id);
    if (offset === undefined) return clip;
    const { linedUp: _before, ...rest } = clip;
    if (offset === null) return rest;
    const samples = Math.round((offset * song.analysis.sampleRate) / LINE_UP_RATE);
    return { ...rest, linedUp: { media: song.media, offset: samples } };
  });
  return { ...plan, clips };
}

/**
 * Source frame with which a shot would show what was filmed while the song was played that is heard
 * at its start: before rounding, and null where its clip is in no song, or the song is not heard
 * there.
 */
export function sourceInSync(plan: Plan, { clip, start }: ShotFacts): number | null {
  const { linedUp, sound } = clip ?? {};
  const song = soundsOf(plan).find(({ media }) => media === linedUp?.media);
  if (!clip || !linedUp || !sound || !song) return null;
  const at = seconds(toNumber(instantOfFrame(start, plan.rate)));
  const heard = sampleHeardAt(song, at, plan.rate);
  if (heard === null) return null;
  const sample = ((heard - linedUp.offset) * sound.sampleRate) / song.analysis.sampleRate;
  const sounding = { ...clip, sound };
  const perFrame = sampleOfSource(sounding, 1) - sampleOfSource(sounding, 0);
  return (sample - sampleOfSource(sounding, 0)) / perFrame;
}

/**
 * Lets shots show what was filmed while the song was played that is heard with them: to the nearest
 * source frame. Throws when one cannot, with why.
 */
export function syncShots(plan: Plan, indices: readonly ShotIndex[]): Plan {
  return indices.reduce((made, index) => {
    const facts = shotFactsAt(made, index);
    const shot = `Shot ${index + 1}`;
    const source = sourceInSync(made, facts);
    if (source === null)
      throw new CaesuraError(
        'no-sync',
        `${shot} is in no song that is heard there.`,
        'Line its clip up with the song on Footage, or choose other shots.',
      );
    if (facts.ramp || compare(facts.speed, rational(1)) !== 0)
      throw new CaesuraError(
        'no-sync',
        `${shot} does not go at 100 %, so that it cannot stay with the song.`,
        'Give it 100 % on Speeds first.',
      );
    const wanted = Math.round(source);
    const slipped = slipShot(made, index, wanted - facts.sourceIn);
    if (shotFactsAt(slipped, index).sourceIn !== wanted)
      throw new CaesuraError(
        'no-sync',
        `“${facts.clip!.name}” was not filmed while that part of the song was played: it would have to begin on source frame ${wanted}, and has 0 to ${facts.clip!.frames - 1}.`,
        'Choose another take for this shot.',
      );
    return slipped;
  }, plan);
}
