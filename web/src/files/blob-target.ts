import { StreamTarget, type StreamTargetChunk } from 'mediabunny';

/** Bytes of a block; and of what is written at once. */
const BLOCK = 4_194_304;
const CHUNK = 1_048_576;

/** A file that grows as it is written, anywhere in it. */
export interface GrowingBlob {
  readonly write: (chunk: Pick<StreamTargetChunk, 'data' | 'position'>) => Promise<void>;
  /** The whole of it, as a file of a media type. */
  readonly blob: (type: string) => Blob;
}

/**
 * A growing file that is never held whole: blocks that are full are handed to the browser, which
 * may keep them on disk, and fetched again where a writer goes back to one. Writes must wait for
 * one another.
 */
export function growingBlob(): GrowingBlob {
  const blocks: (Blob | Uint8Array<ArrayBuffer>)[] = [];
  let length = 0;
  const open = async (at: number): Promise<Uint8Array<ArrayBuffer>> => {
    while (blocks.length <= at) blocks.push(new Uint8Array(BLOCK));
    const block = blocks[at]!;
    const opened = block instanceof Blob ? new Uint8Array(await block.arrayBuffer()) : block;
    blocks[at] = opened;
    return opened;
  };
  const write = async ({
    data,
    position,
  }: Pick<StreamTargetChunk, 'data' | 'position'>): Promise<void> => {
    for (let done = 0; done < data.length;) {
      const place = position + done;
      const at = Math.floor(place / BLOCK);
      const part = data.subarray(done, done + BLOCK - (place % BLOCK));
      (await open(at)).set(part, place % BLOCK);
      done += part.length;
      // All but the last, which is written on.
      for (const [i, block] of blocks.entries())
        if (i < blocks.length - 1 && !(block instanceof Blob)) blocks[i] = new Blob([block]);
    }
    length = Math.max(length, position + data.length);
  };
  return { write, blob: (type) => new Blob([new Blob(blocks).slice(0, length)], { type }) };
}

/** A target of written media that is a growing file, and the whole of it when that is done. */
export function blobTarget(): {
  readonly target: StreamTarget;
  readonly blob: GrowingBlob['blob'];
} {
  const { write, blob } = growingBlob();
  const writable = new WritableStream<StreamTargetChunk>({ write });
  return { target: new StreamTarget(writable, { chunked: true, chunkSize: CHUNK }), blob };
}
