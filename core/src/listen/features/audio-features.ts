import { CaesuraError, samples, type Samples } from '../../time/index.ts';
import { fineLevelMeter, type FineLevel } from './fine-level.ts';
import { weightedPowerMeter } from '../loudness/loudness.ts';
import { monoMixer } from './mono-mixer.ts';
import { strengthMeter, type OnsetStrength } from './onset-strength.ts';
import { speechLevelMeter } from '../loudness/speech-level.ts';
import { outlineMeter, type Outline } from './outline.ts';

/**
 * What is kept of a sound while it passes: enough to find everything in it, and a fraction of its
 * size.
 */
export interface AudioFeatures {
  readonly sampleRate: number;
  readonly length: Samples;
  readonly strength: OnsetStrength;
  readonly fine: FineLevel;
  readonly outline: Outline;
  /** Power between 200 Hz and 8 kHz in each 5 ms. */
  readonly speech: Float64Array;
  /** K-weighted power of each channel in each 100 ms. */
  readonly powers: readonly Float64Array[];
}

/** Takes a sound in pieces and keeps its features. */
export interface AudioAnalyser {
  /**
   * The next samples of all channels, of one length. They are not kept, so their memory may be used
   * again.
   */
  take(channels: readonly Float32Array[]): void;
  /** The features of everything taken. Throws when that was nothing. */
  end(): AudioFeatures;
}

/**
 * Opens an ear for a sound of a sample rate and number of channels. Throws when the rate is out of
 * range.
 */
export function audioAnalyser(sampleRate: number, channelCount: number): AudioAnalyser {
  if (!Number.isSafeInteger(sampleRate) || sampleRate < 8000 || sampleRate > 384000)
    throw new CaesuraError(
      'bad-sound',
      `A sample rate of ${sampleRate} Hz cannot be analysed.`,
      'Use a file between 8 and 384 kHz.',
    );
  const [strength, fine] = [strengthMeter(sampleRate), fineLevelMeter(sampleRate)];
  const [outline, speech] = [outlineMeter(sampleRate), speechLevelMeter(sampleRate)];
  const powers = Array.from({ length: channelCount }, () => weightedPowerMeter(sampleRate));
  const mixed = monoMixer();
  let length = 0;
  return {
    take(channels) {
      const mono = mixed(channels);
      length += mono.length;
      for (const meter of [strength, fine, outline, speech]) meter.take(mono);
      channels.forEach((channel, i) => powers[i]?.take(channel));
    },
    end() {
      if (length === 0)
        throw new CaesuraError('bad-sound', 'The file holds no sound.', 'Choose another file.');
      return {
        sampleRate,
        length: samples(length),
        strength: strength.end(),
        fine: fine.end(),
        outline: outline.end(),
        speech: speech.end(),
        powers: powers.map((meter) => meter.end()),
      };
    },
  };
}

/** The features of a sound that is there as a whole, second by second. Yields the fraction done. */
export function* featureProgress(
  channels: readonly Float32Array[],
  sampleRate: number,
): Generator<number, AudioFeatures> {
  const analyser = audioAnalyser(sampleRate, channels.length);
  const length = channels[0]?.length ?? 0;
  for (let at = 0; at < length; at += sampleRate) {
    analyser.take(channels.map((channel) => channel.subarray(at, at + sampleRate)));
    yield at / length;
  }
  return analyser.end();
}
