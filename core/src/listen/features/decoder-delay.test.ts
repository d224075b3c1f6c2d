import { describe, expect, it } from 'vitest';
import { decoderDelay } from './decoder-delay.ts';

/** Bytes with texts and numbers put at places, 512 in all. */
function file(...parts: readonly (readonly [number, string | readonly number[]])[]): Uint8Array {
  const bytes = new Uint8Array(512);
  for (const [at, part] of parts)
    bytes.set(typeof part === 'string' ? [...part].map((c) => c.charCodeAt(0)) : part, at);
  return bytes;
}

/**
 * Frame headers after ISO/IEC 11172-3 and 13818-3: MPEG-1 layer III stereo and mono, MPEG-2 mono.
 */
const STEREO = [0xff, 0xfb, 0x90, 0x00];
const MONO = [0xff, 0xfb, 0x90, 0xc0];
const MONO_2 = [0xff, 0xf3, 0x90, 0xc0];
/** All four optional fields; then nine letters of the coder and twelve bytes before its delay. */
const ALL_FIELDS = [0, 0, 0, 15];
/** Delays of 576 and 1105 samples with 900 after the end, in twelve bits each. */
const DELAY_576 = [0x24, 0x03, 0x84];
const DELAY_1105 = [0x45, 0x13, 0x84];

describe('the delay of decoded MP3', () => {
  it.each([
    [
      'says it, stereo',
      file([0, STEREO], [36, 'Info'], [40, ALL_FIELDS], [156, 'CODER3.10'], [177, DELAY_576]),
      1105,
    ],
    [
      'says more, mono',
      file([0, MONO], [21, 'Xing'], [25, ALL_FIELDS], [141, 'CODER'], [162, DELAY_1105]),
      1634,
    ],
    [
      'has no seek table',
      file([0, MONO], [21, 'Info'], [25, [0, 0, 0, 3]], [37, 'CODER'], [58, DELAY_1105]),
      1634,
    ],
    [
      'is MPEG-2',
      file([0, MONO_2], [13, 'Info'], [17, ALL_FIELDS], [133, 'CODER'], [154, DELAY_576]),
      1105,
    ],
    [
      'comes after a tag of 130 bytes',
      file(
        [0, 'ID3'],
        [6, [0, 0, 1, 2]],
        [140, MONO],
        [161, 'Info'],
        [165, ALL_FIELDS],
        [281, 'CODER'],
        [302, DELAY_1105],
      ),
      1634,
    ],
  ])('whose header %s', (_, head, samples) =>
    expect(decoderDelay({ codec: 'mp3', firstTimestamp: 0, head })).toEqual({
      samples,
      guessed: false,
    }),
  );

  it.each([
    ['has no header', file([0, STEREO])],
    ['has a header without a coder', file([0, MONO], [21, 'Info'], [25, ALL_FIELDS])],
    ['has a header of another kind', file([0, MONO], [36, 'VBRI'])],
    ['is a few bytes', new Uint8Array(3)],
  ])('that %s is a guess', (_, head) =>
    expect(decoderDelay({ codec: 'mp3', firstTimestamp: 0, head })).toEqual({
      samples: 1105,
      guessed: true,
    }),
  );
});

it('is a guess for AAC unless the container takes it off, and nothing for other codings', () => {
  const head = new Uint8Array(64);
  expect(decoderDelay({ codec: 'aac', firstTimestamp: 0, head })).toEqual({
    samples: 1024,
    guessed: true,
  });
  expect(decoderDelay({ codec: 'aac', firstTimestamp: -1024 / 44100, head })).toEqual({
    samples: 0,
    guessed: false,
  });
  for (const codec of ['opus', 'vorbis', 'flac', 'pcm-s16', null])
    expect(decoderDelay({ codec, firstTimestamp: 0, head })).toEqual({
      samples: 0,
      guessed: false,
    });
});
