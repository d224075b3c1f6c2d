import type { ReactNode } from 'react';

/** A button that shows only a picture; its name is told to screen readers and on hover. */
export function IconButton({
  name,
  hint = name,
  disabled = false,
  onClick,
  children,
}: {
  /** What it does, with what it does it to. */
  name: string;
  /** Shown on hover, such as with its key. */
  hint?: string;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="icon-button"
      aria-label={name}
      title={hint}
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
