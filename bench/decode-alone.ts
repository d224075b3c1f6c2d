import { ALL_FORMATS, BlobSource, Input, VideoSampleSink } from 'mediabunny';

/** Decodes every frame of files, one after the other, and lets it go. Returns their number. */
export async function decodeAlone(files: readonly File[]): Promise<number> {
  let decoded = 0;
  for (const file of files) {
    using input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
    const track = (await input.getPrimaryVideoTrack())!;
    for await (const sample of new VideoSampleSink(track).samples()) {
      sample.close();
      decoded++;
    }
  }
  return decoded;
}
