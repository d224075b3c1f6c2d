import { useEffect, useMemo, useState } from 'react';
import { sightOf, unpackFacts, unpackTimes, type FrameTimes, type Seen, type Sight } from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { ask, mediaUrl } from './http.ts';

/** What was read of a clip's kept files. */
interface Kept {
  readonly seen: Seen;
  readonly times: FrameTimes | null;
}

/** Clips whose files are read at the same time. */
const AT_ONCE = 6;

const kept = new Map<string, Promise<Kept>>();
const sights = new WeakMap<Clip, Sight>();

async function read(movement: string, times: string | undefined): Promise<Kept> {
  const bytes = new Uint8Array(await (await ask(mediaUrl(movement))).arrayBuffer());
  return { seen: unpackFacts(bytes), times: times ? unpackTimes(await (await ask(mediaUrl(times))).text()) : null };
}

/** What was seen of a clip, from its kept files, each read once. */
function keptOf({ movement, times }: Clip): Promise<Kept> {
  const key = `${movement} ${times ?? ''}`;
  const known = kept.get(key);
  if (known) return known;
  const reading = read(movement!, times);
  kept.set(key, reading);
  reading.catch(() => kept.delete(key));
  return reading;
}

function sightOfClip(clip: Clip, { seen, times }: Kept): Sight {
  const known = sights.get(clip);
  if (known) return known;
  const sight = sightOf(seen, clip.rate, clip.limits, times);
  sights.set(clip, sight);
  return sight;
}

/** What was read of the files of clips, as they come in, by the clip's movement file. */
function useKept(clips: readonly Clip[]): ReadonlyMap<string, Kept> {
  const [found, setFound] = useState<ReadonlyMap<string, Kept>>(new Map());
  const wanted = clips.flatMap((c) => (c.movement ? [`${c.movement} ${c.times ?? ''}`] : [])).join('\n');
  useEffect(() => {
    let left = false;
    const open = clips.filter((c) => c.movement);
    const work = async () => {
      for (let clip = open.shift(); clip && !left; clip = open.shift()) {
        const { movement } = clip;
        // A file that is gone leaves its clip without a curve.
        const read = await keptOf(clip).catch(() => null);
        if (read && !left)
          setFound((before) => (before.has(movement!) ? before : new Map(before).set(movement!, read)));
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

/** What follows from what was seen of clips, by clip; those not watched, or not yet read, are missing. */
export function useSights(clips: readonly Clip[]): (clip: Clip) => Sight | null {
  const found = useKept(clips);
  return useMemo(
    () => (clip) => {
      const read = clip.movement ? found.get(clip.movement) : undefined;
      return read ? sightOfClip(clip, read) : null;
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
