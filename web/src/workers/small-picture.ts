import type { VideoSample } from 'mediabunny';
import {
  boxed,
  cellMeans,
  CELLS,
  turned,
  type ColourGrid,
  type Luma,
  type Plane,
} from '@caesura/core/footage';

/** A picture as it is watched: its brightness, small, and its colours, coarse. */
export interface SmallPicture {
  readonly luma: Luma;
  readonly colours: ColourGrid;
}

/** Forms of pictures whose first plane is brightness in bytes. */
const BRIGHTNESS_FIRST = ['I420', 'I422', 'I444', 'I420A', 'I422A', 'I444A', 'NV12'];

const part = (x: number): number => Math.min(1, Math.max(0, x));

/**
 * The colours of cells whose brightness and two colour differences, in bytes, are coded as ITU-R
 * BT.709 says.
 */
function coloursOf(bright: Luma, blueness: Luma, redness: Luma): ColourGrid {
  const grid = new Float32Array(3 * bright.values.length);
  bright.values.forEach((y, i) => {
    const [light, u, v] = [
      (y - 16) / 219,
      (blueness.values[i]! - 128) / 224,
      (redness.values[i]! - 128) / 224,
    ];
    grid.set(
      [part(light + 1.5748 * v), part(light - 0.1873 * u - 0.4681 * v), part(light + 1.8556 * u)],
      3 * i,
    );
  });
  return grid;
}

/** Pixels between those of a colour plane that are looked at: only the mean of a cell is wanted. */
const SKIP = 4;

/**
 * Some of the pixels of a plane whose values come every `step` bytes from `first` on, as a plane of
 * its own.
 */
function sparse({ bytes, offset, stride, width, height }: Plane, step: 1 | 2, first: 0 | 1): Plane {
  const [across, down] = [width, height].map((side) =>
    Math.min(side, Math.max(CELLS, Math.floor(side / SKIP))),
  ) as [number, number];
  const taken = new Uint8Array(across * down);
  for (let y = 0; y < down; y++) {
    const row = offset + Math.floor((y * height) / down) * stride + first;
    for (let x = 0; x < across; x++)
      taken[y * across + x] = bytes[row + step * Math.floor((x * width) / across)]!;
  }
  return { bytes: taken, offset: 0, stride: across, width: across, height: down };
}

/** What pictures are made small with. */
interface Means {
  /** What their planes are copied to. */
  readonly memory: Memory;
  /** Takes their brightness as it was coded. */
  readonly onBrightness: (plane: Plane) => void;
}

/** Brightness and colours of a picture whose planes can be read. */
async function fromPlanes(
  sample: VideoSample,
  width: number,
  height: number,
  { memory, onBrightness }: Means,
): Promise<SmallPicture> {
  const bytes = memory(sample.allocationSize());
  const layout = await sample.copyTo(bytes);
  const { width: codedWidth, height: codedHeight } = sample.visibleRect;
  const format = sample.format!;
  // How many pixels share a colour, across and down.
  const [across, down] = format.includes('444') ? [1, 1] : format.includes('422') ? [2, 1] : [2, 2];
  const plane = (i: number, shareX: number, shareY: number): Plane => ({
    bytes,
    offset: layout[i]!.offset,
    stride: layout[i]!.stride,
    width: Math.max(1, Math.floor(codedWidth / shareX)),
    height: Math.max(1, Math.floor(codedHeight / shareY)),
  });
  const quarters = sample.rotation / 90;
  const brightness = plane(0, 1, 1);
  onBrightness(brightness);
  const luma = boxed(brightness, width, height);
  const [blue, red] =
    format === 'NV12'
      ? [sparse(plane(1, 2, 2), 2, 0), sparse(plane(1, 2, 2), 2, 1)]
      : [sparse(plane(1, across, down), 1, 0), sparse(plane(2, across, down), 1, 0)];
  const grids = [cellMeans(luma), boxed(blue, CELLS, CELLS), boxed(red, CELLS, CELLS)].map((grid) =>
    turned(grid, quarters),
  ) as [Luma, Luma, Luma];
  const complete = grids.every(({ values }) => values.length === CELLS * CELLS);
  return {
    luma: turned(luma, quarters),
    colours: complete ? coloursOf(...grids) : new Float32Array(3 * CELLS * CELLS).fill(0.5),
  };
}

/** A picture of any other form, drawn small. */
function drawn(sample: VideoSample, canvas: OffscreenCanvas): SmallPicture {
  const { width, height } = canvas;
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  sample.draw(context, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  const values = new Float32Array(width * height);
  const colours = new Float32Array(3 * CELLS * CELLS);
  const counts = new Float32Array(CELLS * CELLS);
  for (let i = 0; i < values.length; i++) {
    const [red, green, blue] = [data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!];
    values[i] = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    const row = Math.floor((Math.floor(i / width) * CELLS) / height);
    const cell = row * CELLS + Math.floor(((i % width) * CELLS) / width);
    counts[cell]!++;
    [red, green, blue].forEach((x, k) => (colours[3 * cell + k]! += x / 255));
  }
  return {
    luma: { width, height, values },
    colours: colours.map((sum, i) => sum / Math.max(1, counts[(i / 3) | 0]!)),
  };
}

/**
 * Gives bytes to copy a picture to, the same ones again as long as they are enough: new ones for
 * each take their time.
 */
type Memory = (size: number) => Uint8Array;
function onePictureOfMemory(): Memory {
  let bytes = new Uint8Array();
  return (size) => (bytes = bytes.length < size ? new Uint8Array(size) : bytes);
}

/**
 * Makes pictures small, to a size as shown: turned, and with square pixels. `onBrightness` takes
 * the brightness of each as it was coded, where that can be read, before it is made small.
 */
export function pictureMaker(
  width: number,
  height: number,
  onBrightness: (plane: Plane) => void,
): (sample: VideoSample) => Promise<SmallPicture> {
  const canvas = new OffscreenCanvas(width, height);
  const means = { memory: onePictureOfMemory(), onBrightness };
  return async (sample) => {
    if (!sample.format || !BRIGHTNESS_FIRST.includes(sample.format)) return drawn(sample, canvas);
    const lying = sample.rotation % 180 === 0;
    return fromPlanes(sample, lying ? width : height, lying ? height : width, means);
  };
}
