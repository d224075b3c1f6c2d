import { expect, openDemo, test, type } from './test.ts';

test('the slide rule opens with what the plan says, answers as it is typed, and keeps it in its link', async ({
  page,
}) => {
  await openDemo(page, 'score');
  await page.getByRole('button', { name: 'Slide rule' }).click();
  await expect(
    page.getByRole('heading', { name: 'Frames, time, beats', exact: true }),
  ).toBeVisible();
  // The film is 1080 frames of 24 a second.
  await expect(page.getByText('At 24 fps 1080 frames are 45 s')).toBeVisible();
  await page.getByRole('button', { name: 'Drop-frame' }).click();
  await type(page, 'Label or frame', '1800');
  // Frame 1800 of 29.97 is the first of its minute that has a label (SMPTE ST 12-1).
  await expect(page.getByText('00:01:00;02 at 29.97 fps is frame 1800')).toBeVisible();
  await type(page, 'Label or frame', '00:01:00;00');
  await expect(page.getByRole('alert')).toContainText('There is no timecode 00:01:00;00');
  await page.getByRole('button', { name: 'Handles' }).click();
  await type(page, 'Beyond the cut', '10');
  await type(page, 'Rate of the clip', '48');
  await page.reload();
  await expect(page.getByLabel('Beyond the cut')).toHaveValue('10');
  await expect(page.getByText('10 frames beyond the cut need 20 source frames')).toBeVisible();
});
