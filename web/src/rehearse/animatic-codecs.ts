import { canEncodeAudio, canEncodeVideo } from 'mediabunny';
import { MIX_RATE } from '@caesura/core/sound';
import { CaesuraError } from '@caesura/core/time';
import { BITRATE, type AnimaticFormat } from './animatic.ts';

/** The codecs of an animatic. */
export interface AnimaticCodecs {
  readonly video: 'avc' | 'vp8';
  readonly audio: 'aac' | 'opus';
}

/** The codecs of a container that can be written here. Throws when there are none. */
export async function codecsOf(
  container: AnimaticFormat['container'],
  size: { readonly width: number; readonly height: number },
): Promise<AnimaticCodecs> {
  const video = container === 'mp4' ? ('avc' as const) : ('vp8' as const);
  const sound = container === 'mp4' ? (['aac', 'opus'] as const) : (['opus'] as const);
  const canDraw = await canEncodeVideo(video, { ...size, bitrate: BITRATE.video });
  const audio = await Promise.all(
    sound.map((codec) =>
      canEncodeAudio(codec, { numberOfChannels: 2, sampleRate: MIX_RATE, bitrate: BITRATE.audio }),
    ),
  );
  const codec = sound[audio.indexOf(true)];
  if (!canDraw || !codec)
    throw new CaesuraError(
      'no-encoder',
      `This browser cannot write ${container === 'mp4' ? 'MP4' : 'WebM'}.`,
      container === 'mp4'
        ? 'Choose WebM.'
        : 'Open Caesura in a browser with WebCodecs, such as Chromium.',
    );
  return { video, audio: codec };
}
