import { useEffect, useState } from 'react';
import type { Clip } from '@caesura/core/plan';
import { openProxy, type ProxyReader } from './reader.ts';

const NONE: ReadonlyMap<string, ProxyReader> = new Map();

/**
 * The small copies of clips, by clip, as they open; those that are gone are left out. They are
 * opened anew when the clips are others.
 */
export function useProxies(clips: readonly Clip[]): ReadonlyMap<string, ProxyReader> {
  const [open, setOpen] = useState({ of: '', readers: NONE });
  const wanted = clips
    .flatMap(({ id, proxy }) => (proxy ? [`${id} ${proxy}`] : []))
    .sort()
    .join('\n');
  useEffect(() => {
    const abort = new AbortController();
    const opened: ProxyReader[] = [];
    const keep = (id: string, reader: ProxyReader) => {
      if (abort.signal.aborted) {
        reader.close();
        return;
      }
      opened.push(reader);
      setOpen(({ of, readers }) => ({
        of: wanted,
        readers: new Map([...(of === wanted ? readers : NONE), [id, reader]]),
      }));
    };
    for (const line of wanted === '' ? [] : wanted.split('\n')) {
      const [id, proxy] = line.split(' ') as [string, string];
      openProxy(proxy, abort.signal)
        .then((reader) => keep(id, reader))
        .catch(() => undefined);
    }
    return () => {
      abort.abort();
      for (const reader of opened) reader.close();
    };
  }, [wanted]);
  return open.of === wanted ? open.readers : NONE;
}
