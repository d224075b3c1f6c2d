import { useEffect, useMemo, useState } from 'react';
import type { Outline } from '@caesura/core/listen';
import { ask, mediaUrl } from './http.ts';

/**
 * An outline as kept, drawn up to the full height: music is often mixed well below full scale, and
 * what is looked for is its shape.
 */
export function useOutline(id: string | null): Outline | null {
  const bytes = useMediaBytes(id);
  return useMemo(() => {
    if (!bytes) return null;
    const peak = bytes.reduce((a, b) => Math.max(a, b), 1);
    return bytes.map((b) => Math.round((b * 255) / peak));
  }, [bytes]);
}

/**
 * The bytes of a kept file, or null until they are there. A file that is gone stays null: it is
 * only for drawing.
 */
export function useMediaBytes(id: string | null): Uint8Array | null {
  const [bytes, setBytes] = useState<{ id: string; bytes: Uint8Array } | null>(null);
  useEffect(() => {
    if (!id) return undefined;
    const abort = new AbortController();
    ask(mediaUrl(id), { signal: abort.signal })
      .then((answer) => answer.arrayBuffer())
      .then((buffer) => setBytes({ id, bytes: new Uint8Array(buffer) }))
      .catch(() => undefined);
    return () => abort.abort();
  }, [id]);
  return bytes?.id === id ? bytes.bytes : null;
}
