import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { framesAtRate, storedFrameAt } from '@caesura/core/footage';
import { formatTimecode, frameRate, parseRate } from '@caesura/core/time';
import { contentId } from './content-id.ts';
import { film, pictures } from './testing/film.ts';
import { readVideoHeader } from './video-header.ts';

const read = (file: File) => readVideoHeader(file, () => undefined);

const H264 = ['-c:v', 'libx264', '-preset', 'ultrafast'];
const CONTAINERS: Readonly<Record<string, string[]>> = {
  mp4: H264,
  mov: H264,
  mkv: H264,
  webm: ['-c:v', 'libvpx', '-deadline', 'realtime'],
};
/** Rates in general use, and one that is not. */
const RATES = [
  '24000/1001',
  '24',
  '25',
  '30000/1001',
  '30',
  '48',
  '50',
  '60000/1001',
  '60',
  '100',
  '120000/1001',
  '120',
  '18',
];

describe('rate and frames as the file was made with', () => {
  it.each(Object.entries(CONTAINERS))('%s, at every rate', async (container, coding) => {
    for (const [i, rate] of RATES.entries()) {
      const frames = 47 + 2 * i;
      const header = await read(film(`clip.${container}`, [...pictures(rate, frames), ...coding]));
      expect(header.found?.rate, `${container} ${rate}`).toEqual(parseRate(rate));
      expect(header.frames, `${container} ${rate}`).toBe(frames);
      expect(header).toMatchObject({ size: { width: 64, height: 36 }, quarters: 0, start: null });
    }
  });

  it('with pictures that are stored out of order, and a first one that is not at zero', async () => {
    const late = film('late.mp4', [
      ...pictures('25', 60),
      '-c:v',
      'libx264',
      '-bf',
      '3',
      '-output_ts_offset',
      '1.28',
    ]);
    expect(await read(late)).toMatchObject({
      frames: 60,
      found: { rate: frameRate(25), exact: true },
    });
  });
});

describe('what a file says of its pictures', () => {
  it('the way they are turned', async () => {
    const lying = new Uint8Array(
      await film('lying.mp4', [...pictures('25', 10, '160x90'), ...H264]).arrayBuffer(),
    );
    const folder = mkdtempSync(path.join(tmpdir(), 'caesura-film-'));
    const source = path.join(folder, 'lying.mp4');
    writeFileSync(source, lying);
    const turned = film('turned.mp4', ['-i', source, '-c', 'copy', '-metadata:s:v', 'rotate=90']);
    rmSync(folder, { recursive: true });
    const { quarters, size } = await read(turned);
    expect(quarters % 2).toBe(1);
    expect(size).toEqual({ width: 90, height: 160 });
  });

  it('the form of their pixels: 16:9 pictures of 720 by 576 have pixels of 64:45', async () => {
    const wide = film('wide.mp4', [...pictures('25', 10, '720x576'), ...H264, '-aspect', '16:9']);
    const { pixelAspect, size } = await read(wide);
    // ITU-R BT.601 material: 720 × 64/45 = 1024.
    expect(pixelAspect).toEqual({ num: 64, den: 45 });
    expect(size).toEqual({ width: 1024, height: 576 });
  });

  it.each([
    ['mov', '25', '10:11:12:13', false],
    ['mov', '30000/1001', '01:00:00;02', true],
    ['mp4', '24', '00:59:58:23', false],
    ['mov', '60000/1001', '00:10:00;04', true],
    ['mkv', '24000/1001', '01:02:03:04', false],
  ])('the timecode of the first one in %s at %s: %s', async (container, rate, label, drops) => {
    const file = film(`timed.${container}`, [...pictures(rate, 12), ...H264, '-timecode', label]);
    const { start } = await read(file);
    expect(start?.dropFrame).toBe(drops);
    expect(formatTimecode(start!.start, parseRate(rate), drops)).toBe(label);
  });

  it('when each is shown, when they are unevenly spaced', async () => {
    const uneven = film('uneven.mp4', [
      ...[
        '-f',
        'lavfi',
        '-i',
        'testsrc2=size=64x36:rate=30',
        '-vf',
        'select=lt(mod(n\\,5)\\,3)',
        '-vsync',
        'vfr',
      ],
      ...['-frames:v', '36', '-pix_fmt', 'yuv420p', ...H264],
    ]);
    const { found, times, frames } = await read(uneven);
    expect(found?.rate).toBeNull();
    expect(frames).toBe(36);
    // Of every five frames of thirty a second the first three are there.
    const inFrames = times.ticks.map((t) => ((t - times.ticks[0]!) * 30) / times.ticksPerSecond);
    inFrames.forEach((at, i) => expect(at).toBeCloseTo(5 * Math.floor(i / 3) + (i % 3), 6));
    const thirty = frameRate(30);
    expect([0, 2, 3, 4, 5].map((n) => storedFrameAt(times, thirty, n))).toEqual([0, 2, 2, 2, 3]);
    expect(Math.abs(framesAtRate(times, thirty) - 58)).toBeLessThanOrEqual(1);
  });

  it.each([
    ['prores.mov', ['-c:v', 'prores_ks', '-pix_fmt', 'yuv422p10le']],
    ['motion.mov', ['-c:v', 'mjpeg', '-pix_fmt', 'yuvj420p']],
    ['lossless.mkv', ['-c:v', 'ffv1']],
  ])('its numbers even when it cannot be decoded: %s', async (name, coding) => {
    const header = await read(film(name, [...pictures('24000/1001', 31), ...coding]));
    expect(header).toMatchObject({
      frames: 31,
      found: { rate: frameRate(24000, 1001) },
      canDecode: false,
    });
    expect(header.codec).toBeTruthy();
  });
});

describe('a file that is no clip', () => {
  const whole = () => film('whole.mp4', [...pictures('25', 50), ...H264]);
  const cut = async (file: File, size: number) =>
    new File([(await file.arrayBuffer()).slice(0, size)], 'cut.mp4');

  it('says what is wrong with it', async () => {
    await expect(read(new File([], 'nothing.mp4'))).rejects.toMatchObject({ code: 'empty-file' });
    await expect(
      read(new File(['not a video at all, only words'], 'words.mp4')),
    ).rejects.toMatchObject({
      code: 'bad-media',
    });
    const sound = film('sound.mp4', ['-f', 'lavfi', '-i', 'sine=d=1', '-c:a', 'aac']);
    await expect(read(sound)).rejects.toMatchObject({
      code: 'no-video',
      message: '“sound.mp4” holds no pictures.',
    });
    const file = whole();
    // The list of frames comes last in such a file: without it nothing is known.
    await expect(read(await cut(file, file.size - 400))).rejects.toMatchObject({
      code: expect.stringMatching(/bad-media|no-video/),
    });
    await expect(read(await cut(file, 40))).rejects.toMatchObject({
      code: expect.stringMatching(/bad-media|no-video/),
    });
  });

  it('has one frame, and so no rate', async () => {
    expect(await read(film('one.mp4', [...pictures('25', 1), ...H264]))).toMatchObject({
      frames: 1,
      found: null,
    });
  });

  it('was there when it was chosen, and is gone when it is read', async () => {
    const file = whole();
    const gone = Object.assign(file, {
      slice: () => ({
        arrayBuffer: () => Promise.reject(new DOMException('gone', 'NotFoundError')),
        stream: () => {
          throw new DOMException('gone', 'NotFoundError');
        },
      }),
      arrayBuffer: () => Promise.reject(new DOMException('gone', 'NotFoundError')),
      stream: () => {
        throw new DOMException('gone', 'NotFoundError');
      },
    });
    await expect(read(gone as unknown as File)).rejects.toMatchObject({ code: 'file-gone' });
  });
});

describe('by what a file is known again', () => {
  const bytes = (size: number, at = -1) =>
    new Uint8Array(size).map((_, i) => (i === at ? 1 : (i * 31) & 255));

  it('is its content, not its name', async () => {
    const [one, other] = [new File([bytes(5000)], 'a.mp4'), new File([bytes(5000)], 'b.mov')];
    expect(await contentId(one)).toMatch(/^[0-9a-f]{64}$/);
    expect(await contentId(one)).toBe(await contentId(other));
    expect(await contentId(new File([bytes(5000, 17)], 'a.mp4'))).not.toBe(await contentId(one));
    expect(await contentId(new File([bytes(5001)], 'a.mp4'))).not.toBe(await contentId(one));
  });

  it('of a large file, are pieces from its first byte to its last, and its length', async () => {
    const size = 40_000_000;
    const base = bytes(size);
    const id = await contentId(new Blob([base]));
    for (const at of [0, size - 1, 65_000]) {
      const changed = base.slice();
      changed[at]! ^= 255;
      expect(await contentId(new Blob([changed]))).not.toBe(id);
    }
    expect(await contentId(new Blob([base, base.slice(0, 1)]))).not.toBe(id);
  });
});
