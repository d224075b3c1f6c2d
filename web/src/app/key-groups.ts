/** One key and what it does. */
export interface Key {
  /** As react-hotkeys-hook writes it, such as `mod+z`. */
  readonly combo: string;
  /** As printed on the key. */
  readonly cap: string;
  /** Whether the character printed counts, not the place of the key. */
  readonly printed?: boolean;
  /** Whether the browser listens to it and not we: it cannot be exchanged. */
  readonly native?: boolean;
  readonly run: () => void;
}

/** Keys that belong together under one word. */
export interface KeyGroup {
  readonly label: string;
  readonly keys: readonly Key[];
  /** Whether the footer shows it. */
  readonly footer?: boolean;
}
