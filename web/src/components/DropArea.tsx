import { droppedFiles } from './dropped-files.ts';
import { useRef, useState, type ReactNode } from 'react';

/** Takes files, and those in folders, by dropping them anywhere on it. */
export function DropArea({
  onFiles,
  children,
  hint,
}: {
  onFiles: (files: File[]) => void;
  children: ReactNode;
  hint: string;
}) {
  const [over, setOver] = useState(false);
  const depth = useRef(0);
  const enter = (by: number) => {
    depth.current = Math.max(0, depth.current + by);
    setOver(depth.current > 0);
  };
  return (
    <div
      className={`drop-area${over ? ' is-over' : ''}`}
      data-hint={hint}
      onDragEnter={() => enter(1)}
      onDragLeave={() => enter(-1)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        enter(-depth.current);
        void droppedFiles(event.dataTransfer).then((files) => {
          if (files.length > 0) onFiles(files);
        });
      }}
    >
      {children}
    </div>
  );
}

/** A button that lets files be chosen. */
export function FileButton({
  label,
  accept,
  multiple = false,
  variant = 'dark',
  onFiles,
}: {
  label: string;
  accept: string;
  multiple?: boolean;
  variant?: 'dark' | 'outline-dark';
  onFiles: (files: File[]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className={`btn btn-${variant}`} onClick={() => input.current?.click()}>
        {label}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        multiple={multiple}
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
