import { expose, transfer } from 'comlink';
import {
  frameAnalyser,
  packFacts,
  type ColourGrid,
  type FrameAnalyser,
  type Luma,
} from '@caesura/core/footage';

let analyser: FrameAnalyser | null = null;

/** The analyser of the clip that was begun. Throws when none was. */
function begun(): FrameAnalyser {
  if (!analyser) throw new Error('Pictures came before their clip was begun.');
  return analyser;
}

const work = {
  /** Begins a clip of a rate in frames a second. */
  begin: (rate: number): void => {
    analyser = frameAnalyser(rate);
  },
  take: (luma: Luma, colours: ColourGrid): void => begun().take(luma, colours),
  end: (): Uint8Array => {
    const packed = packFacts(begun().end());
    return transfer(packed, [packed.buffer]);
  },
};
export type FramesWorker = typeof work;
expose(work);
