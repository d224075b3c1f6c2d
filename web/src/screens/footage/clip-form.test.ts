import { describe, expect, it } from 'vitest';
import { sampleClip } from '../../../../core/src/testing/sample-plan.ts';
import { frameRate } from '@caesura/core/time';
import { clipFormSchema, formOf, type ClipForm } from './clip-form.ts';

const filled = (change: Partial<ClipForm> = {}): ClipForm => ({
  ...formOf(null),
  name: 'Street door',
  rate: '59.94',
  length: '10s',
  ...change,
});

const issuesOf = (form: ClipForm) =>
  clipFormSchema(null)
    .safeParse(form)
    .error?.issues.map((issue) => [issue.path[0], issue.message]);

describe('a clip by hand', () => {
  it('reads rate, length and timecode at the rate of the clip', () => {
    const clip = clipFormSchema(null).parse(
      filled({ start: '01:00:00;00', usableFrom: '1s', usableTo: '540' }),
    );
    // 10 s at 60000/1001 are 599.4 frames; 01:00:00;00 at 59.94 is frame 215784 (SMPTE ST 12-1).
    expect(clip).toMatchObject({
      rate: frameRate(60000, 1001),
      frames: 599,
      start: 215784,
      dropFrame: true,
      fileName: null,
      usable: { in: 60, out: 540 },
    });
  });

  it('gives a clip back as it was', () => {
    const clip = { ...sampleClip('a', 'Platen', frameRate(120), 900), poster: 'b'.repeat(64) };
    expect(clipFormSchema(clip).parse(formOf(clip))).toEqual(clip);
  });

  it('names the field of each thing that is wrong', () => {
    expect(issuesOf(filled({ name: ' ', rate: 'x' }))!.map(([field]) => field)).toEqual([
      'name',
      'rate',
    ]);
    expect(issuesOf(filled({ rate: '0/1' }))).toEqual([
      ['rate', expect.stringContaining('not possible')],
    ]);
    expect(issuesOf(filled({ length: 'long' }))).toEqual([
      ['length', expect.stringContaining('not a length')],
    ]);
    expect(issuesOf(filled({ length: '0' }))).toEqual(
      expect.arrayContaining([['length', expect.any(String)]]),
    );
    expect(issuesOf(filled({ usableFrom: '9s', usableTo: '5s' }))).toEqual([
      ['usableTo', 'The usable range must start before it ends, within the clip.'],
    ]);
    expect(issuesOf(filled({ size: '0 × 4' }))).toEqual([
      ['size', expect.stringContaining('not a frame size')],
    ]);
  });
});
