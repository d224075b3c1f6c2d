import {
  BufferTarget,
  EncodedAudioPacketSource,
  EncodedPacket,
  EncodedVideoPacketSource,
  Output,
} from 'mediabunny';
import type { Plan } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import { animaticSize, type AnimaticFormat, type Coded, type CodedPart } from './animatic.ts';
import { codecsOf } from './animatic-codecs.ts';
import { fileFormat } from './coded.ts';

const packetOf = ({ data, type, timestamp, duration }: CodedPart): EncodedPacket =>
  new EncodedPacket(data, type, timestamp, duration);

/**
 * Writes coded stretches of pictures, one after the other, and the sound of all of them as one
 * file.
 */
export async function animaticFile(
  { size, rate }: Pick<Plan, 'size' | 'rate'>,
  format: AnimaticFormat,
  pictures: readonly Coded<VideoDecoderConfig>[],
  sound: Coded<AudioDecoderConfig>,
): Promise<Uint8Array<ArrayBuffer>> {
  const codecs = await codecsOf(format.container, animaticSize(format, size));
  const output = new Output({
    format: fileFormat(format.container),
    target: new BufferTarget(),
  });
  const video = new EncodedVideoPacketSource(codecs.video);
  const audio = new EncodedAudioPacketSource(codecs.audio);
  output.addVideoTrack(video, { frameRate: toNumber(rate) });
  output.addAudioTrack(audio);
  await output.start();
  const [ofVideo, ofAudio] = [
    { decoderConfig: pictures[0]!.config! },
    { decoderConfig: sound.config! },
  ];
  // Sound and pictures lie side by side in the file.
  let heard = 0;
  const soundUntil = async (time: number) => {
    for (; heard < sound.parts.length && sound.parts[heard]!.timestamp < time; heard++)
      await audio.add(packetOf(sound.parts[heard]!), heard === 0 ? ofAudio : undefined);
  };
  let isFirst = true;
  for (const { parts } of pictures)
    for (const part of parts) {
      await video.add(packetOf(part), isFirst ? ofVideo : undefined);
      isFirst = false;
      await soundUntil(part.timestamp + part.duration);
    }
  await soundUntil(Infinity);
  await output.finalize();
  return new Uint8Array(output.target.buffer!);
}
