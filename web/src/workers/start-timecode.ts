import { canDropFrames, frameRate, parseTimecode, type FrameRate } from '@caesura/core/time';

/** Where a file says its first frame is: a count of frames from 00:00:00:00, and how it counts. */
export interface StartTimecode {
  readonly start: number;
  readonly dropFrame: boolean;
}

interface Box {
  readonly type: string;
  /** Where its content starts and ends in the file. */
  readonly from: number;
  readonly to: number;
}

/** Boxes that hold boxes, on the way to a timecode track. */
const INSIDE = 'moov/trak/mdia/minf/stbl';
/** Most boxes looked at on one level, so that a garbled file does not go on for ever. */
const MOST_BOXES = 10_000;

const bytesOf = async (file: Blob, from: number, to: number): Promise<DataView> =>
  new DataView(await file.slice(from, to).arrayBuffer());

/** The boxes of a stretch of an ISO base media file (ISO/IEC 14496-12, 4.2). */
async function boxesIn(file: Blob, from: number, to: number): Promise<Box[]> {
  const boxes: Box[] = [];
  for (let at = from; at + 8 <= to && boxes.length < MOST_BOXES;) {
    const head = await bytesOf(file, at, Math.min(to, at + 16));
    const size = head.getUint32(0);
    const type = String.fromCharCode(...[4, 5, 6, 7].map((i) => head.getUint8(i)));
    const long = size === 1 && head.byteLength >= 16;
    const length = long ? Number(head.getBigUint64(8)) : size === 0 ? to - at : size;
    if (length < 8 || at + length > to) break;
    boxes.push({ type, from: at + (long ? 16 : 8), to: at + length });
    at += length;
  }
  return boxes;
}

/** All boxes of a type, anywhere below those that can lead to it. */
async function boxesOf(file: Blob, from: number, to: number, type: string): Promise<Box[]> {
  const found: Box[] = [];
  for (const box of await boxesIn(file, from, to))
    if (box.type === type) found.push(box);
    else if (INSIDE.split('/').includes(box.type))
      found.push(...(await boxesOf(file, box.from, box.to, type)));
  return found;
}

/**
 * The timecode of the first frame in a timecode track of a QuickTime or MP4 file: a sample
 * description of type `tmcd`, whose flag 1 says drop-frame, and one sample of 32 bits that counts
 * frames (QuickTime File Format, “Timecode Media”).
 */
async function fromTrack(file: Blob): Promise<StartTimecode | null> {
  for (const moov of (await boxesIn(file, 0, file.size)).filter((box) => box.type === 'moov'))
    for (const trak of (await boxesIn(file, moov.from, moov.to)).filter(
      (box) => box.type === 'trak',
    )) {
      const [table] = await boxesOf(file, trak.from, trak.to, 'stsd');
      if (!table || table.to - table.from < 36) continue;
      const description = await bytesOf(file, table.from, table.from + 36);
      if (description.getUint32(12) !== 0x746d6364) continue;
      // After the general part of 16 bytes: reserved, flags, time scale, frame duration, frames a
      // second.
      const dropFrame = (description.getUint32(28) & 1) === 1;
      const [offsets] = await boxesOf(file, trak.from, trak.to, 'stco');
      const [longOffsets] = await boxesOf(file, trak.from, trak.to, 'co64');
      const place = offsets
        ? (await bytesOf(file, offsets.from + 8, offsets.from + 12)).getUint32(0)
        : longOffsets
          ? Number(
              (await bytesOf(file, longOffsets.from + 8, longOffsets.from + 16)).getBigUint64(0),
            )
          : null;
      if (place === null || place + 4 > file.size) continue;
      return { start: (await bytesOf(file, place, place + 4)).getUint32(0), dropFrame };
    }
  return null;
}

/** A label such as 01:00:00:00 as a tag of the file, counted at a rate. */
function fromTags(tags: Readonly<Record<string, unknown>>, rate: FrameRate): StartTimecode | null {
  const label = Object.entries(tags).find(([name]) => name.toLowerCase() === 'timecode')?.[1];
  if (typeof label !== 'string') return null;
  const dropFrame = label.includes(';') && canDropFrames(rate);
  return {
    start: parseTimecode(label.trim().replaceAll(';', dropFrame ? ';' : ':'), rate, dropFrame),
    dropFrame,
  };
}

/**
 * The timecode of a file's first frame, from its timecode track or its tags; null when it has none
 * that can be read.
 */
export async function startTimecode(
  file: Blob,
  tags: Readonly<Record<string, unknown>>,
  rate: FrameRate | null,
): Promise<StartTimecode | null> {
  try {
    const found =
      (await fromTrack(file)) ?? (rate && fromTags(tags, frameRate(rate.num, rate.den)));
    return found && found.dropFrame && !(rate && canDropFrames(rate))
      ? { ...found, dropFrame: false }
      : found;
  } catch {
    // A timecode that makes no sense is as good as none.
    return null;
  }
}
