import { VideoSampleSink, type VideoSample } from 'mediabunny';
import { boxed, openEye, packFacts, turned, type Colour, type Luma } from '@caesura/core/footage';
import { CaesuraError } from '@caesura/core/time';
import { withInput } from './media-input.ts';

const MEND = 'Choose an MP4, MOV, WebM or MKV file that this browser can play.';
/** Width at which a clip is watched. */
const WIDTH = 320;

/** Forms of pictures whose first plane is brightness in bytes. */
const BRIGHTNESS_FIRST = ['I420', 'I422', 'I444', 'I420A', 'I422A', 'I444A', 'NV12'];

/** Red, green and blue, 0–1, of a mean brightness and two means of colour, as ITU-R BT.709 codes them in bytes. */
function colourOf(y: number, u: number, v: number): Colour {
  const [bright, blueness, redness] = [(y - 16) / 219, (u - 128) / 224, (v - 128) / 224];
  const part = (x: number): number => Math.min(1, Math.max(0, x));
  return {
    red: part(bright + 1.5748 * redness),
    green: part(bright - 0.1873 * blueness - 0.4681 * redness),
    blue: part(bright + 1.8556 * blueness),
  };
}

const mean = (values: Float32Array): number => values.reduce((sum, x) => sum + x, 0) / values.length;

/** Brightness and mean colour of a picture whose planes can be read as they are. */
async function fromPlanes(sample: VideoSample, width: number, height: number): Promise<[Luma, Colour]> {
  const bytes = new Uint8Array(sample.allocationSize());
  const layout = await sample.copyTo(bytes);
  const { width: codedWidth, height: codedHeight } = sample.visibleRect;
  const format = sample.format!;
  const plane = (i: number, share: [number, number]) => ({
    bytes,
    offset: layout[i]!.offset,
    stride: layout[i]!.stride,
    width: Math.floor(codedWidth / share[0]),
    height: Math.floor(codedHeight / share[1]),
  });
  const luma = boxed(plane(0, [1, 1]), width, height);
  // How many pixels share a colour, across and down.
  const share: [number, number] = format.includes('444') ? [1, 1] : format.includes('422') ? [2, 1] : [2, 2];
  let u: number;
  let v: number;
  if (format === 'NV12') {
    // The two colours take turns, so that even bytes are one and odd bytes the other.
    const { offset, stride } = layout[1]!;
    let [sumU, sumV, n] = [0, 0, 0];
    for (let y = 0; y < codedHeight / 2; y += 4)
      for (let x = 0; x + 1 < codedWidth; x += 8, n++) {
        sumU += bytes[offset + y * stride + x]!;
        sumV += bytes[offset + y * stride + x + 1]!;
      }
    [u, v] = [sumU / Math.max(1, n), sumV / Math.max(1, n)];
  } else [u, v] = [1, 2].map((i) => mean(boxed(plane(i, share), 16, 9).values)) as [number, number];
  return [luma, colourOf(mean(luma.values), u, v)];
}

/** Brightness and mean colour of a picture of any other form, drawn small. */
function drawn(sample: VideoSample, canvas: OffscreenCanvas): [Luma, Colour] {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  sample.draw(context, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  const values = new Float32Array(canvas.width * canvas.height);
  const sums = [0, 0, 0];
  for (let i = 0; i < values.length; i++) {
    const [red, green, blue] = [data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!];
    values[i] = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    sums[0]! += red;
    sums[1]! += green;
    sums[2]! += blue;
  }
  const [red, green, blue] = sums.map((sum) => sum / values.length / 255) as [number, number, number];
  return [
    { width: canvas.width, height: canvas.height, values },
    { red, green, blue },
  ];
}

/**
 * Decodes every frame of a video file and watches it: the facts of its frames, packed. `frames` is how many there are, for
 * the progress and to tell a file that breaks off. Throws when it cannot be decoded to its end.
 */
export function watchVideo(file: File, frames: number, onProgress: (fraction: number) => void): Promise<Uint8Array> {
  return withInput(file, MEND, async (input) => {
    const track = await input.getPrimaryVideoTrack();
    if (!track || !(await track.canDecode()))
      throw new CaesuraError('undecodable', `“${file.name}” cannot be decoded by this browser.`, MEND);
    const [shownWidth, shownHeight] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
    const width = Math.min(WIDTH, shownWidth);
    const height = Math.max(2, Math.round((width * shownHeight) / shownWidth));
    const eye = openEye();
    const canvas = new OffscreenCanvas(width, height);
    let seen = 0;
    for await (const sample of new VideoSampleSink(track).samples()) {
      const quarters = sample.rotation / 90;
      const [across, down] = quarters % 2 === 0 ? [width, height] : [height, width];
      if (sample.format && BRIGHTNESS_FIRST.includes(sample.format)) {
        const [luma, colour] = await fromPlanes(sample, across, down);
        eye.take(turned(luma, quarters), colour);
      } else eye.take(...drawn(sample, canvas));
      sample.close();
      seen++;
      if (seen % 10 === 0) onProgress(Math.min(1, seen / frames));
    }
    if (seen < frames)
      throw new CaesuraError(
        'cut-short',
        `“${file.name}” names ${frames} frames, but only ${seen} can be decoded.`,
        'Copy the file again; until then the clip is planned with its numbers alone.',
      );
    return packFacts(eye.end());
  });
}
