import { useEffect, useState } from 'react';
import type { Clip } from '@caesura/core/plan';
import { openProxy, type ProxyReader } from './reader.ts';

/**
 * The small copies of clips, by clip, as they open; those that are gone are left out. Opened anew
 * only for clips that were not among them before.
 */
export function useProxies(clips: readonly Clip[]): ReadonlyMap<string, ProxyReader> {
  const [readers, setReaders] = useState<ReadonlyMap<string, ProxyReader>>(new Map());
  const wanted = clips
    .flatMap(({ id, proxy }) => (proxy ? [`${id} ${proxy}`] : []))
    .sort()
    .join('\n');
  useEffect(() => {
    const abort = new AbortController();
    const opened: ProxyReader[] = [];
    setReaders(new Map());
    for (const line of wanted === '' ? [] : wanted.split('\n')) {
      const [id, proxy] = line.split(' ') as [string, string];
      openProxy(proxy, abort.signal)
        .then((reader) => {
          if (abort.signal.aborted) {
            reader.close();
            return;
          }
          opened.push(reader);
          setReaders((known) => new Map([...known, [id, reader]]));
        })
        .catch(() => undefined);
    }
    return () => {
      abort.abort();
      for (const reader of opened) reader.close();
    };
  }, [wanted]);
  return readers;
}
