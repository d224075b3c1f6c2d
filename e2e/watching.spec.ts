import type { Page } from '@playwright/test';
import { clipAnalysisOf, type FrameFacts } from '@caesura/core/footage';
import { median } from '../core/src/numbers/median.ts';
import { frameRate } from '@caesura/core/time';
import type * as Proxies from '../web/src/proxy/reader.ts';
import {
  BITS,
  bringIn,
  clip,
  H264,
  numbered,
  planOf,
  measuredOf,
  turnedClip,
  withChroma,
  type Chosen,
} from './clips.ts';
import { bundled } from './bundle.ts';
import { expect, newPlan, saved, step, test } from './test.ts';

// The reader is put on the page as a script of the test's own.
test.use({ bypassCSP: true });
test.setTimeout(240_000);

const counting = (rate: string, frames: number) => [
  ...[
    '-f',
    'lavfi',
    '-i',
    `testsrc2=size=640x360:rate=120`,
    '-r',
    rate,
    '-vf',
    `fps=${rate},${numbered}`,
  ],
  ...['-frames:v', String(frames)],
];

/**
 * Asks for random frames of a small copy and reads the numbers drawn into them: those that came
 * wrong.
 */
const wrongSeeks = (page: Page, id: string, frames: number, seeks: number, turned: boolean) =>
  page.evaluate(
    async ({ id, frames, seeks, bits, turned }) => {
      const { openProxy } = (globalThis as unknown as { proxies: typeof Proxies }).proxies;
      const reader = await openProxy(id);
      const canvas = new OffscreenCanvas(reader.width, reader.height);
      const context = canvas.getContext('2d', { willReadFrequently: true })!;
      const numberOn = (): number => {
        let number = 0;
        for (let bit = 0; bit < bits; bit++) {
          const along = (bit + 0.5) / bits;
          // Squares lie along the upper edge; of a picture turned a quarter clockwise, along its
          // right one.
          const [x, y] = turned
            ? [reader.width * 0.91, reader.height * along]
            : [reader.width * along, reader.height * 0.09];
          if (context.getImageData(Math.round(x), Math.round(y), 1, 1).data[1]! > 128)
            number += 2 ** bit;
        }
        return number;
      };
      const wrong: string[] = [];
      let random = 12345;
      for (let i = 0; i < seeks; i++) {
        random = (random * 1103515245 + 12345) % 2147483648;
        const frame = Math.floor((random / 2147483648) * frames);
        const sample = await reader.picture(frame);
        if (!sample) wrong.push(`${frame}: none`);
        else {
          sample.draw(context, 0, 0, reader.width, reader.height);
          sample.close();
          if (numberOn() !== frame) wrong.push(`${frame}: ${numberOn()}`);
        }
      }
      reader.close();
      return wrong;
    },
    { id, frames, seeks, bits: BITS, turned },
  );

test('of 500 random frames of the small copies of all kinds of clips every one is the right one', async ({
  page,
}) => {
  const counts = { 'a.mp4': 300, 'b.mov': 240, 'c.webm': 250, 'd.mkv': 200, 'e.mp4': 150 };
  await newPlan(page);
  await step(page, 'Footage');
  const uneven = ['-vf', `${numbered},setpts='(N+floor(N/7)*2)/(30*TB)'`, '-vsync', 'vfr'];
  await bringIn(page, [
    await clip('a.mp4', [...counting('24', 300), ...H264, '-bf', '3']),
    await clip('b.mov', [...counting('60000/1001', 240), ...H264]),
    await clip('c.webm', [
      ...counting('50', 250),
      '-c:v',
      'libvpx',
      '-b:v',
      '2M',
      '-deadline',
      'realtime',
      '-pix_fmt',
      'yuv420p',
    ]),
    await clip('d.mkv', [...counting('120', 200), ...H264]),
    // Its frames are unevenly spaced: of every nine places two are empty.
    await clip('e.mp4', [
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=640x360:rate=30',
      ...uneven,
      '-frames:v',
      '150',
      ...H264,
    ]),
  ] as Chosen[]);
  await saved(page);
  const { clips } = await planOf(page);
  expect(clips.map((c) => c.frames).slice(0, 4)).toEqual([300, 240, 250, 200]);
  expect(clips[4]!.times).toBeDefined();
  await page.addScriptTag({ content: await bundled('web/src/proxy/reader.ts', 'proxies') });
  for (const { fileName, proxy } of clips)
    expect(
      await wrongSeeks(page, proxy!, counts[fileName as keyof typeof counts], 100, false),
      fileName!,
    ).toEqual([]);
});

const PROXY = 320;

/** Median difference, in pixels of a small copy, between the shifts found and those made. */
function shiftError(
  frames: readonly FrameFacts[],
  made: (k: number) => readonly [number, number],
): number {
  return median(
    frames.slice(1).map(({ dx, dy }, i) => {
      const [x, y] = made(i + 1);
      return PROXY * Math.hypot(dx - x, dy - y);
    }),
  );
}

test('pans and zooms over a picture, coded with ffmpeg, are followed as they were made', async ({
  page,
}) => {
  await newPlan(page);
  await step(page, 'Footage');
  // Four pixels of the large picture make one of the clip, so that whole steps there are quarters
  // here.
  const cut = (x: string, y: string) =>
    `crop=2560:1440:x='${x}':y='${y}',scale=640:360:flags=area,format=yuv420p`;
  const still = (file: string, filter: string, frames: number) => [
    ...['-loop', '1', '-framerate', '25', '-i', file, '-vf', filter, '-frames:v', String(frames)],
  ];
  const files = withChroma(31, 3840, 2160, (file) =>
    Promise.all([
      clip('pan.mp4', [...still(file, cut('100+9*n', '300-3*n'), 60), ...H264]),
      // At rest to frame 20, then 12 pixels of 2560 a frame up to frame 60, then at rest.
      clip('rests.mp4', [...still(file, cut('100+12*clip(n-20,0,40)', '300'), 100), ...H264]),
      // A hundredth larger from frame to frame: 16 of 1600 pixels and 9 of 900.
      clip('zoom.mp4', [
        ...still(
          file,
          "scale=w='3200+32*n':h='1800+18*n':eval=frame:flags=bicubic,crop=1920:1080,scale=640:360:flags=area,format=yuv420p",
          40,
        ),
        ...H264,
      ]),
      // Noise that changes from frame to frame, and light that flickers by a tenth.
      clip('noisy.mp4', [
        ...still(
          file,
          `${cut('100+9*n', '300-3*n')},noise=alls=10:allf=t,eq=contrast='1+0.1*sin(n)':eval=frame`,
          50,
        ),
        ...H264,
      ]),
    ]),
  );
  await bringIn(page, await files);
  await saved(page);
  const rate = frameRate(25);
  // The picture goes the other way than the part that is shown of it.
  expect(
    shiftError((await measuredOf(page, 'pan.mp4')).frames, () => [-9 / 2560, 3 / 2560]),
  ).toBeLessThan(0.1);
  expect(
    shiftError((await measuredOf(page, 'noisy.mp4')).frames, () => [-9 / 2560, 3 / 2560]),
  ).toBeLessThan(0.1);
  const zoomed = (await measuredOf(page, 'zoom.mp4')).frames.slice(1);
  expect(
    median(zoomed.map(({ zoom }, k) => Math.abs(zoom / (32 / (3200 + 32 * k)) - 1))),
  ).toBeLessThan(0.05);
  const rests = clipAnalysisOf(await measuredOf(page, 'rests.mp4'), rate);
  expect(rests.still).toHaveLength(2);
  expect(Math.abs(rests.still[0]!.to - 21)).toBeLessThanOrEqual(1);
  expect(Math.abs(rests.still[1]!.from - 60)).toBeLessThanOrEqual(1);
  expect(rests.proposed.map((m) => m.kind)).toEqual([
    'start',
    expect.stringMatching(/settle|peak/),
  ]);
  expect(Math.abs(rests.proposed[0]!.at - 21)).toBeLessThanOrEqual(2);
  expect(Math.abs(rests.proposed[1]!.at - 60)).toBeLessThanOrEqual(2);
});

test('a clip that its header turns by a quarter is kept and followed as it is shown', async ({
  page,
}) => {
  await newPlan(page);
  await step(page, 'Footage');
  const lying = [
    '-vf',
    "crop=2560:1440:x='100+9*n':y='300-3*n',scale=640:360:flags=area,format=yuv420p",
  ];
  const files = await Promise.all([
    turnedClip('numbers.mp4', [...counting('25', 120), ...H264]),
    withChroma(31, 3840, 2160, (file) =>
      turnedClip('pan.mp4', [
        '-loop',
        '1',
        '-framerate',
        '25',
        '-i',
        file,
        ...lying,
        '-frames:v',
        '60',
        ...H264,
      ]),
    ),
  ]);
  await bringIn(page, files);
  await saved(page);
  const { clips } = await planOf(page);
  expect(clips.map((c) => [c.quarters, c.size])).toEqual([
    [1, { width: 360, height: 640 }],
    [1, { width: 360, height: 640 }],
  ]);
  await page.addScriptTag({ content: await bundled('web/src/proxy/reader.ts', 'proxies') });
  expect(
    await wrongSeeks(page, clips.find((c) => c.fileName === 'numbers.mp4')!.proxy!, 120, 60, true),
  ).toEqual([]);
  // What goes to the left and down in the file goes up and to the left on the screen, where the
  // picture is 360 wide.
  const made = [(-3 / 2560) * (640 / 360), (-9 / 2560) * (640 / 360)] as const;
  expect(shiftError((await measuredOf(page, 'pan.mp4')).frames, () => made)).toBeLessThan(0.1);
});
