import { useMemo } from 'react';
import type { JoinFacts } from '@caesura/core/joins';
import type { ProxyReader } from '../../proxy/reader.ts';
import { useProxy } from '../../proxy/use-proxy.ts';

/** The small copies of the clips on both sides of a cut, by clip, once they are open. */
export function useReaders({ out, into }: JoinFacts): ReadonlyMap<string, ProxyReader> {
  const [one, other] = [out.clip, into.clip];
  const same = one?.proxy === other?.proxy;
  const first = useProxy(one?.proxy);
  const second = useProxy(same ? undefined : other?.proxy);
  return useMemo(() => {
    const found = new Map<string, ProxyReader>();
    if (one && first) found.set(one.id, first);
    const reader = same ? first : second;
    if (other && reader) found.set(other.id, reader);
    return found;
  }, [one, other, same, first, second]);
}
