/** The part of the page that a screen is in. */
const MAIN = 'main';

/** Shown when it has the focus: goes past the head to the screen. */
export function SkipLink() {
  return (
    <a
      className="skip-link"
      href={`#${MAIN}`}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(MAIN)?.focus();
      }}
    >
      To the screen
    </a>
  );
}

/** What the skip link goes to. */
export const MAIN_TARGET = { id: MAIN, tabIndex: -1 } as const;
