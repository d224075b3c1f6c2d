/**
 * Coded sound starts with samples that belong to the coder and not to the sound. A file that says how many is put right
 * by the decoder; in some files nothing says it, and then the sound comes late (or early) by what is usual for the coder.
 */
export interface DecoderDelay {
  /** Samples, at the rate of the file, by which the decoded sound comes late; negative when early. */
  readonly samples: number;
  /** Whether the file leaves it open, so that the figure is only what is usual. */
  readonly guessed: boolean;
}

/** What each kind comes late by in the browser's decoder, measured with a click at a known time. */
const MP3_WITHOUT_HEADER = 1105;
const AAC_WITHOUT_EDIT_LIST = 1024;
const WEBM_OPUS = -24;

const NONE: DecoderDelay = { samples: 0, guessed: false };

const text = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/** Where a text of at most a few letters stands among the first `within` bytes, or −1. */
function find(bytes: Uint8Array, wanted: string, within: number): number {
  const end = Math.min(bytes.length - wanted.length, within);
  for (let at = 0; at <= end; at++)
    if (bytes[at] === wanted.charCodeAt(0) && text(bytes, at, wanted.length) === wanted) return at;
  return -1;
}

/** Where the sound starts after an ID3v2 tag, whose length is four times seven bits (id3.org, ID3v2.4.0 section 3.1). */
function afterTag(bytes: Uint8Array): number {
  if (text(bytes, 0, 3) !== 'ID3') return 0;
  const [a, b, c, d] = bytes.subarray(6, 10);
  return 10 + ((a! << 21) | (b! << 14) | (c! << 7) | d!);
}

/**
 * The delay of an MPEG audio stream that starts at `at`: none when its first frame carries an information header
 * (“Xing”, “Info” after the side information, or “VBRI” after 32 bytes). ADTS frames have layer 0.
 */
function ofFrames(bytes: Uint8Array, at: number): DecoderDelay {
  const second = bytes[at + 1]!;
  if ((second & 0x06) === 0) return { samples: AAC_WITHOUT_EDIT_LIST, guessed: true };
  const firstVersion = (second & 0x18) === 0x18;
  const mono = (bytes[at + 3]! & 0xc0) === 0xc0;
  const sideInformation = firstVersion ? (mono ? 17 : 32) : mono ? 9 : 17;
  const checksum = (second & 1) === 0 ? 2 : 0;
  const header = text(bytes, at + 4 + checksum + sideInformation, 4);
  const known = header === 'Xing' || header === 'Info' || text(bytes, at + 36, 4) === 'VBRI';
  return known ? NONE : { samples: MP3_WITHOUT_HEADER, guessed: true };
}

/** The delay of a sound file, from its bytes. Kinds that are decoded in time, or are not known, have none. */
export function decoderDelay(bytes: Uint8Array): DecoderDelay {
  if (bytes.length < 64) return NONE;
  if (text(bytes, 4, 4) === 'ftyp') {
    const coded = find(bytes, 'mp4a', bytes.length) >= 0;
    return coded && find(bytes, 'elst', bytes.length) < 0 ? { samples: AAC_WITHOUT_EDIT_LIST, guessed: true } : NONE;
  }
  if (bytes[0] === 0x1a && bytes[1] === 0x45 && bytes[2] === 0xdf && bytes[3] === 0xa3)
    return find(bytes, 'A_OPUS', 4096) >= 0 ? { samples: WEBM_OPUS, guessed: false } : NONE;
  const at = afterTag(bytes);
  return bytes[at] === 0xff && (bytes[at + 1]! & 0xe0) === 0xe0 ? ofFrames(bytes, at) : NONE;
}
