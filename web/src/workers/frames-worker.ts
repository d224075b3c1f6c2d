import { expose, transfer } from 'comlink';
import { frameAnalyser, packFacts, type ColourGrid, type Luma } from '@caesura/core/footage';

let analyser = frameAnalyser(25);

const work = {
  /** Begins a clip of a rate in frames a second. */
  begin: (rate: number): void => {
    analyser = frameAnalyser(rate);
  },
  take: (luma: Luma, colours: ColourGrid): void => analyser.take(luma, colours),
  end: (): Uint8Array => {
    const packed = packFacts(analyser.end());
    return transfer(packed, [packed.buffer]);
  },
};
export type FramesWorker = typeof work;
expose(work);
