import { describe, expect, it } from 'vitest';
import { decoderDelay } from './decoder-delay.ts';

/** Bytes with texts and numbers put at places, 512 in all. */
function file(...parts: readonly (readonly [number, string | readonly number[]])[]): Uint8Array {
  const bytes = new Uint8Array(512);
  for (const [at, part] of parts)
    bytes.set(typeof part === 'string' ? [...part].map((c) => c.charCodeAt(0)) : part, at);
  return bytes;
}

/** Frame headers after ISO/IEC 11172-3 and 13818-3: MPEG-1 layer III stereo and mono, MPEG-2 mono; ADTS. */
const STEREO = [0xff, 0xfb, 0x90, 0x00];
const MONO = [0xff, 0xfb, 0x90, 0xc0];
const MONO_2 = [0xff, 0xf3, 0x90, 0xc0];
const ADTS = [0xff, 0xf1, 0x50, 0x80];

describe('the delay of decoded sound', () => {
  it.each([
    ['MP3 with Xing, stereo', file([0, STEREO], [36, 'Xing']), 0],
    ['MP3 with Info, mono', file([0, MONO], [21, 'Info']), 0],
    ['MP3 of MPEG-2 with Info, mono', file([0, MONO_2], [13, 'Info']), 0],
    ['MP3 with VBRI', file([0, MONO], [36, 'VBRI']), 0],
    ['MP3 without', file([0, STEREO]), 1105],
    ['MP3 without, after a tag of 20 bytes', file([0, 'ID3'], [6, [0, 0, 0, 20]], [30, MONO]), 1105],
    ['MP3 with Info, after a tag of 130 bytes', file([0, 'ID3'], [6, [0, 0, 1, 2]], [140, MONO], [161, 'Info']), 0],
    ['AAC in ADTS', file([0, ADTS]), 1024],
    ['AAC in MP4 without an edit list', file([4, 'ftyp'], [100, 'mp4a']), 1024],
    ['AAC in MP4 with one', file([4, 'ftyp'], [90, 'elst'], [200, 'mp4a']), 0],
    ['Opus in WebM', file([0, [0x1a, 0x45, 0xdf, 0xa3]], [60, 'A_OPUS']), -24],
    ['Vorbis in WebM', file([0, [0x1a, 0x45, 0xdf, 0xa3]], [60, 'A_VORBIS']), 0],
    ['WAV', file([0, 'RIFF'], [8, 'WAVE']), 0],
    ['Ogg', file([0, 'OggS']), 0],
  ])('of %s', (_, bytes, samples) => expect(decoderDelay(bytes).samples).toBe(samples));

  it('is none for a few bytes', () => expect(decoderDelay(new Uint8Array(3))).toEqual({ samples: 0, guessed: false }));
});
