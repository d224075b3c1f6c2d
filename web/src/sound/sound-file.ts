import {
  ALL_FORMATS,
  AudioSampleSink,
  BlobSource,
  Input,
  type AudioSample,
  type InputAudioTrack,
} from 'mediabunny';
import { decoderDelay } from '@caesura/core/listen';
import { CaesuraError, plural } from '@caesura/core/time';

const MEND = 'Choose a WAV, MP3, FLAC, OGG, Opus or M4A file.';
/** Longest sound that is taken, in seconds: what is kept of it must fit into memory. */
const LONGEST = 3 * 3600;
/** The first bytes of a file, where a coder says what it put before the sound. */
const HEAD_BYTES = 65536;
/**
 * Decoding in the middle of a file begins this long before what is wanted, since coders look back.
 * Seconds.
 */
const LEAD_IN = 0.3;
/**
 * Times of packets are rounded in some containers; only what is further off is a gap or an overlap.
 * Seconds.
 */
const JITTER = 0.01;

/** A sound file open for decoding bit by bit. */
export interface SoundFile {
  readonly sampleRate: number;
  readonly channels: number;
  /** Seconds, as the container says. */
  readonly duration: number;
  /**
   * Whether where the sound starts is only what is usual for its coding, since the file does not
   * say.
   */
  readonly startGuessed: boolean;
  /**
   * Samples that the coder put before the sound: sample n is heard at (n + this)/rate of the file's
   * own time.
   */
  readonly delay: number;
  /** Sound tracks in the file, and which of them this is, from 0 on. */
  readonly tracks: number;
  readonly track: number;
  /**
   * All channels from one sample to another, in pieces that follow one another. Throws where it is
   * damaged.
   */
  readonly planes: (from: number, to: number) => AsyncGenerator<Float32Array[]>;
  readonly close: () => void;
}

/** The channels of a decoded piece. */
function planesOf(sample: AudioSample): Float32Array[] {
  return Array.from({ length: sample.numberOfChannels }, (_, planeIndex) => {
    const plane = new Float32Array(sample.numberOfFrames);
    sample.copyTo(plane, { planeIndex, format: 'f32-planar' });
    return plane;
  });
}

/**
 * The sound track that is used of a file: the one that is wanted, or else the one it marks as the
 * main one, or the first other that can be decoded. Throws what is wrong where there is none.
 */
async function usedTrack(
  name: string,
  input: Input,
  wanted: number | null,
): Promise<{ readonly used: InputAudioTrack; readonly tracks: number; readonly track: number }> {
  const [main, all] = [await input.getPrimaryAudioTrack(), await input.getAudioTracks()];
  const [first, ...others] = wanted === null ? [main, ...all] : [all[wanted]];
  if (!first)
    throw new CaesuraError(
      'no-sound',
      wanted === null
        ? `“${name}” holds no sound.`
        : `“${name}” has ${plural(all.length, 'sound track')}, no track ${wanted + 1}.`,
      MEND,
    );
  for (const used of [first, ...others])
    if (await used.canDecode()) return { used, tracks: all.length, track: all.indexOf(used) };
  throw new CaesuraError(
    'undecodable',
    `“${name}” is coded as ${(await first.getCodec()) ?? 'something unknown'}, which this browser cannot decode.`,
    'Convert it to WAV, FLAC or MP3 and choose it again.',
  );
}

/**
 * Opens a sound file to be decoded at its own sample rate, so that nothing is resampled, less what
 * the coder put before the sound. `wanted`: which of its tracks, from 0 on; null for its main one.
 * Throws when it is none, is too long or cannot be decoded.
 */
export async function openSound(
  file: Blob,
  name: string,
  wanted: number | null = null,
): Promise<SoundFile> {
  if (file.size === 0) throw new CaesuraError('empty-file', `“${name}” is empty.`, MEND);
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const damaged = (where: string) =>
    new CaesuraError('bad-media', `“${name}” is damaged${where}.`, MEND);
  try {
    // Files of a few bytes make it throw instead of answering.
    if (!(await input.canRead().catch(() => false)))
      throw new CaesuraError('bad-media', `“${name}” is not a sound file that can be read.`, MEND);
    const { used, tracks, track } = await usedTrack(name, input, wanted);
    const [sampleRate, channels] = [await used.getSampleRate(), await used.getNumberOfChannels()];
    const duration = await used.computeDuration({ skipLiveWait: true });
    if (duration > LONGEST)
      throw new CaesuraError(
        'too-long',
        `“${name}” lasts ${Math.round(duration / 60)} minutes, too long to be listened to.`,
        `Cut out the part you need: up to ${LONGEST / 60} minutes.`,
      );
    const { samples: delay, guessed } = decoderDelay({
      codec: await used.getCodec(),
      firstTimestamp: await used.getFirstTimestamp(),
      head: new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()),
    });
    return {
      sampleRate,
      channels,
      duration,
      startGuessed: guessed,
      delay,
      tracks,
      track,
      close: () => input.dispose(),
      async *planes(from, to) {
        const first = (from + delay) / sampleRate;
        const decoded = new AudioSampleSink(used).samples(
          from === 0 ? undefined : Math.max(0, first - LEAD_IN),
          Number.isFinite(to) ? (to + delay) / sampleRate : undefined,
        );
        let next = from;
        try {
          for await (const sample of decoded) {
            const at = Math.round(sample.timestamp * sampleRate) - delay;
            const planes = planesOf(sample);
            const length = sample.numberOfFrames;
            sample.close();
            const place = next > from && Math.abs(at - next) <= JITTER * sampleRate ? next : at;
            for (; place > next; next += Math.min(place - next, sampleRate))
              yield planes.map(() => new Float32Array(Math.min(place - next, sampleRate)));
            const [start, end] = [next - place, Math.min(length, to - place)];
            if (start >= end) continue;
            yield planes.map((plane) => plane.subarray(start, end));
            next = place + end;
          }
        } catch (error) {
          if (error instanceof CaesuraError) throw error;
          throw damaged(` after ${(next / sampleRate).toFixed(1)} s and cannot be decoded further`);
        }
      },
    };
  } catch (error) {
    input.dispose();
    if (error instanceof CaesuraError) throw error;
    throw damaged(' and cannot be read');
  }
}

/**
 * All of a sound from one sample to another, its first two channels. `onPiece` is told how many
 * samples have come.
 */
export async function channelsOf(
  { planes, channels }: SoundFile,
  from: number,
  to: number,
  onPiece: (samples: number) => void = () => undefined,
): Promise<Float32Array<ArrayBuffer>[]> {
  const pieces: Float32Array[][] = [];
  let length = 0;
  for await (const piece of planes(from, to)) {
    pieces.push(piece);
    length += piece[0]!.length;
    onPiece(length);
  }
  return Array.from({ length: Math.min(2, channels) }, (_, c) => {
    const whole = new Float32Array(length);
    let at = 0;
    for (const piece of pieces) {
      whole.set(piece[c]!, at);
      at += piece[c]!.length;
    }
    return whole;
  });
}

/** Opens a sound file for one piece of work and closes it afterwards. */
export async function withSound<T>(
  file: Blob,
  name: string,
  work: (sound: SoundFile) => Promise<T>,
  wanted: number | null = null,
): Promise<T> {
  const sound = await openSound(file, name, wanted);
  try {
    return await work(sound);
  } finally {
    sound.close();
  }
}
