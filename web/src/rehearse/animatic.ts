import {
  AudioSampleSource,
  BufferTarget,
  canEncodeAudio,
  canEncodeVideo,
  CanvasSource,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';
import { heardLength, MIX_RATE, type Heard } from '@caesura/core/sound';
import { CaesuraError, instantOfFrame, toNumber } from '@caesura/core/time';
import { addMix } from './add-mix.ts';
import { overlayOf } from './overlay.ts';
import type { FilmPainter } from './film-painter.ts';
import type { LoadedFilm } from './film-sound.ts';

/** How an animatic is made. */
export interface AnimaticFormat {
  readonly container: 'webm' | 'mp4';
  /** Pixels across; made even. */
  readonly width: number;
  /** Whether timecode, bar, beat, shot and speed stand in the picture. */
  readonly figures: boolean;
  readonly heard: readonly Heard[];
}

const BITRATE = { video: 2_000_000, audio: 128_000 };
/** Seconds between frames from which a player can start. */
const KEY_EVERY = 2;

const even = (n: number) => Math.max(2, 2 * Math.round(n / 2));

/** Draws the figures of a frame along the lower edge. */
function drawFigures(canvas: OffscreenCanvas, words: readonly string[]): void {
  const context = canvas.getContext('2d')!;
  const size = Math.max(10, Math.round(canvas.height / 22));
  context.font = `${size}px "IBM Plex Mono", monospace`;
  const text = words.filter((word) => word !== '').join('   ');
  context.fillStyle = 'rgb(0 0 0 / 70%)';
  context.fillRect(0, canvas.height - 1.8 * size, canvas.width, 1.8 * size);
  context.fillStyle = '#fff';
  context.textBaseline = 'middle';
  context.fillText(text, size * 0.6, canvas.height - 0.9 * size, canvas.width - 1.2 * size);
}

/** The codecs of a container that can be written here. Throws when there are none. */
async function codecsOf(container: AnimaticFormat['container'], width: number, height: number) {
  const video = container === 'mp4' ? ('avc' as const) : ('vp8' as const);
  const sound = container === 'mp4' ? (['aac', 'opus'] as const) : (['opus'] as const);
  const canDraw = await canEncodeVideo(video, { width, height, bitrate: BITRATE.video });
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

/**
 * Writes a loaded plan as a film: every frame painted, the sound mixed. `onProgress` gets the
 * fraction done.
 */
export async function animatic(
  painter: FilmPainter,
  { sound, name, plan }: LoadedFilm,
  format: AnimaticFormat,
  onProgress: (fraction: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const length = plan.score?.length ?? 0;
  if (length === 0)
    throw new CaesuraError('no-score', 'There is no film yet.', 'Lay it out in Score first.');
  const width = even(format.width);
  const canvas = new OffscreenCanvas(width, even((width * plan.size.height) / plan.size.width));
  const codecs = await codecsOf(format.container, canvas.width, canvas.height);
  const container =
    format.container === 'mp4'
      ? new Mp4OutputFormat({ fastStart: 'in-memory' })
      : new WebMOutputFormat();
  const output = new Output({ format: container, target: new BufferTarget() });
  const pictures = new CanvasSource(canvas, {
    codec: codecs.video,
    // Said in bits a second, as where it is asked whether this browser can encode it.
    // eslint-disable-next-line @typescript-eslint/no-deprecated
    bitrate: BITRATE.video,
    keyFrameInterval: KEY_EVERY,
  });
  // eslint-disable-next-line @typescript-eslint/no-deprecated
  const sounds = new AudioSampleSource({ codec: codecs.audio, bitrate: BITRATE.audio });
  output.addVideoTrack(pictures, { frameRate: toNumber(plan.rate) });
  output.addAudioTrack(sounds);
  await output.start();
  const words = overlayOf(plan);
  const total = Math.round(heardLength(plan) * MIX_RATE);
  let heard = 0;
  /** Mixes up to a time of the film, so that sound and pictures lie side by side in the file. */
  const analyseSound = async (until: number) => {
    while (heard < total && heard < until * MIX_RATE) {
      const count = Math.min(MIX_RATE, total - heard);
      await addMix(sounds, sound.mix(name, heard, count, format.heard), heard);
      heard += count;
    }
  };
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  for (let frame = 0; frame < length; frame++) {
    await painter.paint(name, frame, canvas);
    if (format.figures) {
      const { timecode, place, shot } = words(frame);
      drawFigures(canvas, [timecode, place, shot]);
    }
    await pictures.add(timeOf(frame), timeOf(frame + 1) - timeOf(frame));
    await analyseSound(timeOf(frame + 1));
    if (frame % 10 === 0) onProgress(frame / length);
  }
  await analyseSound(Infinity);
  await output.finalize();
  return new Uint8Array(output.target.buffer!);
}
