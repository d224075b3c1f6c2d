import { useEffect, useMemo, useState } from 'react';
import { unpackTimes, type FrameTimes, type ClipAnalysis } from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { analysisOfClip, keptOf, type Kept } from './clip-analyses.ts';
import { ask, mediaUrl } from './http.ts';

/** Clips whose files are read at the same time. */
const AT_ONCE = 6;

/** What was read of the files of clips, as they come in, by the clip's movement file. */
function useKept(clips: readonly Clip[]): ReadonlyMap<string, Kept> {
  const [found, setFound] = useState<ReadonlyMap<string, Kept>>(new Map());
  const wanted = clips
    .flatMap((c) => (c.movement ? [`${c.movement} ${c.times ?? ''}`] : []))
    .join('\n');
  useEffect(() => {
    let left = false;
    const open = clips.filter((c) => c.movement);
    const work = async () => {
      for (let clip = open.shift(); clip && !left; clip = open.shift()) {
        const { movement } = clip;
        // A file that is gone leaves its clip without a curve.
        const read = await keptOf(clip).catch(() => null);
        if (read && !left)
          setFound((before) =>
            before.has(movement!) ? before : new Map(before).set(movement!, read),
          );
      }
    };
    for (let i = 0; i < AT_ONCE; i++) void work();
    return () => {
      left = true;
    };
    // The files that are wanted, not the clips, decide what is read.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
  return found;
}

/**
 * What follows from what was seen of clips, by clip; those not watched, or not yet read, are
 * missing.
 */
export function useClipAnalyses(clips: readonly Clip[]): (clip: Clip) => ClipAnalysis | null {
  const found = useKept(clips);
  return useMemo(
    () => (clip) => {
      const read = clip.movement ? found.get(clip.movement) : undefined;
      return read ? analysisOfClip(clip, read) : null;
    },
    [found],
  );
}

/** The times of the stored frames of a clip of variable rate, once they are read. */
export function useTimes(clip: Clip | undefined): FrameTimes | null {
  const [times, setTimes] = useState<{ id: string; times: FrameTimes } | null>(null);
  const id = clip?.times;
  useEffect(() => {
    if (!id) return undefined;
    const abort = new AbortController();
    ask(mediaUrl(id), { signal: abort.signal })
      .then((answer) => answer.text())
      .then((text) => setTimes({ id, times: unpackTimes(text) }))
      .catch(() => undefined);
    return () => abort.abort();
  }, [id]);
  return times && times.id === id ? times.times : null;
}
