/** Controls that keep the focus after a click and would then take keys meant for the screen. */
const CONTROLS =
  'summary, button:not([aria-haspopup], [aria-expanded]), input:is([type="checkbox"], [type="radio"], [type="range"])';

/**
 * Makes controls that were used by pointer let go of the focus, so that the space bar goes on to
 * play and not to press the last switch again. Those reached by keyboard keep it.
 */
export function blurAfterPointer(): void {
  document.addEventListener('click', ({ target }) => {
    const control = (target as Element).closest<HTMLElement>(CONTROLS);
    if (control && control === document.activeElement && !control.matches(':focus-visible'))
      control.blur();
  });
}
