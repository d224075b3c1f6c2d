import { useEffect, useRef } from 'react';
import type { ProxyReader } from '../proxy/reader.ts';

/**
 * One frame of a clip. While frames change faster than they can be shown, those between are left
 * out.
 */
export function FramePicture({
  reader,
  frame,
  label,
}: {
  reader: ProxyReader;
  frame: number;
  label: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const wanted = useRef(frame);
  const busy = useRef(false);
  useEffect(() => {
    wanted.current = frame;
    if (busy.current) return;
    const show = async () => {
      busy.current = true;
      for (let shown = -1; shown !== wanted.current;) {
        const next = wanted.current;
        const sample = await reader.picture(next).catch(() => null);
        // Once it has left the screen there is no canvas any more.
        const context = canvas.current?.getContext('2d');
        if (sample && context) {
          sample.draw(context, 0, 0, reader.width, reader.height);
          canvas.current!.dataset.frame = String(next);
        }
        sample?.close();
        shown = next;
      }
      busy.current = false;
    };
    void show();
  }, [reader, frame]);
  return (
    <canvas
      ref={canvas}
      className="frame-picture"
      width={reader.width}
      height={reader.height}
      role="img"
      aria-label={label}
    />
  );
}
