import {
  NullTarget,
  Output,
  WebMOutputFormat,
  Mp4OutputFormat,
  type EncodedPacket,
  type OutputFormat,
} from 'mediabunny';
import type { AnimaticFormat, Coded, CodedPart } from './animatic.ts';

/** The form of a file in a container. */
export const fileFormat = (container: AnimaticFormat['container']): OutputFormat =>
  container === 'mp4' ? new Mp4OutputFormat({ fastStart: 'in-memory' }) : new WebMOutputFormat();

/** Keeps what an encoder makes, in place of a file. */
export interface Keeping<Config> {
  readonly output: Output;
  readonly keep: (
    packet: EncodedPacket,
    meta: { readonly decoderConfig?: Config } | undefined,
  ) => void;
  readonly kept: () => Coded<Config>;
}

/** Starts to keep what is coded for a container. */
export function keeping<Config>(container: AnimaticFormat['container']): Keeping<Config> {
  const parts: CodedPart[] = [];
  let config: Config | null = null;
  return {
    output: new Output({ format: fileFormat(container), target: new NullTarget() }),
    keep: ({ data, type, timestamp, duration }, meta) => {
      config ??= meta?.decoderConfig ?? null;
      parts.push({ data: data.slice(), type, timestamp, duration });
    },
    kept: () => ({ parts, config }),
  };
}
