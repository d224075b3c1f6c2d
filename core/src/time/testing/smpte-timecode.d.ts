declare module 'smpte-timecode' {
  /** The timecode of a frame count at a decimal rate. */
  export default function timecode(
    frame: number,
    rate: number,
    dropFrame: boolean,
  ): { toString(): string };
}
