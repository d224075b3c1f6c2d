import { expose, transfer } from 'comlink';
import { frameAnalyser, packFacts, type ColourGrid, type Luma } from '@caesura/core/footage';

const analyser = frameAnalyser();

const work = {
  take: (luma: Luma, colours: ColourGrid): void => analyser.take(luma, colours),
  end: (): Uint8Array => {
    const packed = packFacts(analyser.end());
    return transfer(packed, [packed.buffer]);
  },
};
export type FramesWorker = typeof work;
expose(work);
