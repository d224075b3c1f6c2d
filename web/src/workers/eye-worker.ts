import { expose, transfer } from 'comlink';
import { openEye, packFacts, type ColourGrid, type Luma } from '@caesura/core/footage';

const eye = openEye();

const work = {
  take: (luma: Luma, colours: ColourGrid): void => eye.take(luma, colours),
  end: (): Uint8Array => {
    const packed = packFacts(eye.end());
    return transfer(packed, [packed.buffer]);
  },
};
export type EyeWorker = typeof work;
expose(work);
