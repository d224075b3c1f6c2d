import type { OnsetStrength } from '../features/onset-strength.ts';
import { forward, type Curves } from './forward.ts';
import { networkFeatures } from './network-features.ts';
import weights from './weights.json' with { type: 'json' };
import { networkOf, type Network, type WeightsFile } from './weights.ts';

let network: Network | null = null;

/**
 * What the network with the weights that ship with this tells of a sound; see `forward`. The
 * weights are unpacked at the first use. Yields the fraction done.
 */
export function* learnedCurves(strength: OnsetStrength): Generator<number, Curves> {
  network ??= networkOf(weights as unknown as WeightsFile);
  return yield* forward(network, networkFeatures(strength));
}
