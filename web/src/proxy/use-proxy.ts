import { useEffect, useState } from 'react';
import { openProxy, type ProxyReader } from './reader.ts';

/**
 * A clip's small copy, or null until it is open. One that is gone stays null: it is only for
 * looking.
 */
export function useProxy(id: string | undefined): ProxyReader | null {
  const [open, setOpen] = useState<{ id: string; reader: ProxyReader } | null>(null);
  useEffect(() => {
    if (!id) return undefined;
    const abort = new AbortController();
    let reader: ProxyReader | null = null;
    openProxy(id, abort.signal)
      .then((opened) => {
        reader = opened;
        if (abort.signal.aborted) opened.close();
        else setOpen({ id, reader: opened });
      })
      .catch(() => undefined);
    return () => {
      abort.abort();
      reader?.close();
    };
  }, [id]);
  return open && open.id === id ? open.reader : null;
}
