import {
  clipAnalysisOf,
  unpackFacts,
  unpackTimes,
  type ClipAnalysis,
  type FrameMeasurements,
  type FrameTimes,
} from '@caesura/core/footage';
import type { ShiftOf } from '@caesura/core/joins';
import type { Clip } from '@caesura/core/plan';
import { ask, mediaUrl } from './http.ts';

/** What was read of a clip's kept files. */
export interface Kept {
  readonly measured: FrameMeasurements;
  readonly times: FrameTimes | null;
}

const kept = new Map<string, Promise<Kept>>();
const analyses = new WeakMap<Clip, ClipAnalysis>();

async function readFiles(movement: string, times: string | undefined): Promise<Kept> {
  const bytes = new Uint8Array(await (await ask(mediaUrl(movement))).arrayBuffer());
  return {
    measured: unpackFacts(bytes),
    times: times ? unpackTimes(await (await ask(mediaUrl(times))).text()) : null,
  };
}

/** What was seen of a clip, from its kept files, each read once. Throws when one is gone. */
export function keptOf({ movement, times }: Clip): Promise<Kept> {
  const key = `${movement} ${times ?? ''}`;
  const known = kept.get(key);
  if (known) return known;
  const reading = readFiles(movement!, times);
  kept.set(key, reading);
  reading.catch(() => kept.delete(key));
  return reading;
}

/** What follows from what was seen of a clip. */
export function analysisOfClip(clip: Clip, { measured, times }: Kept): ClipAnalysis {
  const known = analyses.get(clip);
  if (known) return known;
  const analysis = clipAnalysisOf(measured, clip.rate, clip.limits, times);
  analyses.set(clip, analysis);
  return analysis;
}

/** How the cameras of clips go, of those whose files can be read. */
export async function shiftsOf(clips: readonly Clip[]): Promise<ShiftOf> {
  const seen = clips.filter(({ movement }) => movement);
  const read = await Promise.all(seen.map((clip) => keptOf(clip).catch(() => null)));
  const all = new Map(
    seen.flatMap((clip, i) => {
      const one = read[i];
      return one ? [[clip.id, analysisOfClip(clip, one)] as const] : [];
    }),
  );
  return ({ id }, source) => all.get(id)?.frames[source] ?? null;
}
