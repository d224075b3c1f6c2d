/**
 * Coded sound starts with samples that belong to the coder and not to the sound. Where the
 * container says how many, they lie before time 0; in some files a header of the coder or nothing
 * at all says it.
 */
export interface DecoderDelay {
  /** Samples, at the rate of the file, by which the decoded sound comes late. */
  readonly samples: number;
  /** Whether the file leaves it open, so that the figure is only what is usual. */
  readonly guessed: boolean;
}

/** What is known of a coded sound without decoding it. */
export interface Coding {
  /** `mp3`, `aac` and so on. */
  readonly codec: string | null;
  /**
   * Time of the first decoded sample in seconds; before 0 where the container takes the delay off.
   */
  readonly firstTimestamp: number;
  /** The first bytes of the file. */
  readonly head: Uint8Array;
}

/**
 * What a decoder of MPEG-1 layer III puts before the sound itself: half of its filter bank and one
 * sample (ISO 11172-3).
 */
const MP3_DECODER = 529;
/**
 * What the most common coder puts before it, where the file does not say: it was measured with a
 * click at a known time.
 */
const MP3_CODER = 576;
/** One frame of AAC, as most coders put before the sound (from memory). */
const AAC_CODER = 1024;

const NONE: DecoderDelay = { samples: 0, guessed: false };

const text = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/**
 * Where the sound starts after an ID3v2 tag, whose length is four times seven bits (id3.org,
 * ID3v2.4.0 section 3.1).
 */
function afterTag(bytes: Uint8Array): number {
  if (text(bytes, 0, 3) !== 'ID3') return 0;
  const [a, b, c, d] = bytes.subarray(6, 10);
  return 10 + ((a! << 21) | (b! << 14) | (c! << 7) | d!);
}

/**
 * The delay that the coder of an MP3 file wrote into the information header of its first frame
 * (“Xing” or “Info” after the side information; “MP3 Info Tag”, revision 1), or null where there is
 * none.
 */
function writtenDelay(bytes: Uint8Array): number | null {
  const at = afterTag(bytes);
  if (bytes[at] !== 0xff || (bytes[at + 1]! & 0xe0) !== 0xe0) return null;
  const firstVersion = (bytes[at + 1]! & 0x18) === 0x18;
  const mono = (bytes[at + 3]! & 0xc0) === 0xc0;
  const sideInformation = firstVersion ? (mono ? 17 : 32) : mono ? 9 : 17;
  const checksum = (bytes[at + 1]! & 1) === 0 ? 2 : 0;
  const header = at + 4 + checksum + sideInformation;
  if (!['Xing', 'Info'].includes(text(bytes, header, 4)) || header + 144 > bytes.length)
    return null;
  // Four optional fields: frames, bytes, seek table, quality.
  const flags = bytes[header + 7]!;
  const coder =
    header +
    8 +
    [4, 4, 100, 4].reduce((sum, size, bit) => sum + (flags & (1 << bit) ? size : 0), 0);
  const delay = (bytes[coder + 21]! << 4) | (bytes[coder + 22]! >> 4);
  return /^[A-Za-z]{3}/.test(text(bytes, coder, 3)) ? delay : null;
}

/** The delay of a coded sound. Codings that are decoded in time have none. */
export function decoderDelay({ codec, firstTimestamp, head }: Coding): DecoderDelay {
  if (firstTimestamp < 0) return NONE;
  if (codec === 'aac') return { samples: AAC_CODER, guessed: true };
  if (codec !== 'mp3') return NONE;
  const written = writtenDelay(head);
  return written === null
    ? { samples: MP3_CODER + MP3_DECODER, guessed: true }
    : { samples: written + MP3_DECODER, guessed: false };
}
