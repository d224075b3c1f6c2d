import type { ShotFacts } from '../film/shots.ts';
import { heardShot, ownSampleAt } from './own-events.ts';

/** Frames of the film that a sound is to be heard beside its picture, and that its file has. */
export interface OwnHandle {
  readonly needs: number;
  readonly has: number;
}

/**
 * What a shot's own sound needs before its picture comes and after it has gone, and what its file
 * has there at the speed at that end; null where it is not heard.
 */
export function ownHandlesOf(
  facts: ShotFacts,
): { readonly lead: OwnHandle; readonly lag: OwnHandle } | null {
  const heard = heardShot(facts);
  const sample = ownSampleAt(facts);
  if (!heard || !sample) return null;
  const { sound, lead, lag } = heard;
  const left = (at: number, perFrame: number): number => {
    const way = perFrame >= 0 ? sound.length - at : at;
    return perFrame === 0 ? 0 : Math.max(0, Math.floor(way / Math.abs(perFrame) + 1e-9));
  };
  const [start, end] = [sample(0), sample(facts.length)];
  return {
    lead: { needs: lead, has: left(start, start - sample(1)) },
    lag: { needs: lag, has: left(end, end - sample(facts.length - 1)) },
  };
}
