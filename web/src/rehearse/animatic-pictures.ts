import { CanvasSource } from 'mediabunny';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, instantOfFrame, toNumber } from '@caesura/core/time';
import { animaticSize, BITRATE, type AnimaticFormat, type Coded } from './animatic.ts';
import { codecsOf } from './animatic-codecs.ts';
import { keeping } from './coded.ts';
import type { FilmPainter } from './film-painter.ts';
import { overlayOf } from './overlay.ts';

/** Seconds between frames from which a player can start. */
const KEY_EVERY = 2;
/** Frames after which the part done is told. */
const TELL_EVERY = 10;

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

/** A film and what paints it, under the name by which it knows it. */
interface Painted {
  readonly painter: FilmPainter;
  readonly name: string;
  readonly plan: Plan;
}

/** A stretch of a film, from one frame up to another. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * How an encoder works: at once first, which takes half as long at a small size. It may leave
 * frames out then; with patience it may not.
 */
const MODES = ['realtime', 'quality'] as const;

/** Paints and codes the frames of a stretch in a mode of the encoder, all that it did not drop. */
async function codedIn(
  latencyMode: (typeof MODES)[number],
  { painter, name, plan }: Painted,
  format: AnimaticFormat,
  tell: { readonly stretch: Stretch; readonly onFrames: (done: number) => void },
): Promise<Coded<VideoDecoderConfig>> {
  const { from, to } = tell.stretch;
  const size = animaticSize(format, plan.size);
  const canvas = new OffscreenCanvas(size.width, size.height);
  const codecs = await codecsOf(format.container, size);
  const { output, keep, kept } = keeping<VideoDecoderConfig>(format.container);
  const pictures = new CanvasSource(canvas, {
    codec: codecs.video,
    // Said in bits a second, as where it is asked whether this browser can encode it.
    // eslint-disable-next-line @typescript-eslint/no-deprecated
    bitrate: BITRATE.video,
    keyFrameInterval: KEY_EVERY,
    latencyMode,
    onEncodedPacket: keep,
  });
  output.addVideoTrack(pictures, { frameRate: toNumber(plan.rate) });
  await output.start();
  const words = overlayOf(plan);
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  for (let frame = from; frame < to; frame++) {
    await painter.paint(name, frame, canvas);
    if (format.figures) {
      const { timecode, place, shot } = words(frame);
      drawFigures(canvas, [timecode, place, shot]);
    }
    await pictures.add(timeOf(frame), timeOf(frame + 1) - timeOf(frame));
    if ((frame - from) % TELL_EVERY === 0) tell.onFrames(frame - from);
  }
  await output.finalize();
  return kept();
}

/**
 * Paints and codes the frames of a stretch of a film, the first of which can be begun from.
 * `onFrames` gets how many are done. Throws when the browser cannot code them all.
 */
export async function codedPictures(
  painted: Painted,
  format: AnimaticFormat,
  stretch: Stretch,
  onFrames: (done: number) => void,
): Promise<Coded<VideoDecoderConfig>> {
  for (const mode of MODES) {
    const coded = await codedIn(mode, painted, format, { stretch, onFrames });
    if (coded.parts.length === stretch.to - stretch.from) return coded;
  }
  throw new CaesuraError(
    'frames-lost',
    'The browser left frames out of the film.',
    'Choose another format, or a smaller width.',
  );
}
