/** Easings of W3C CSS Easing Functions that are offered by name. */
export const EASE_NAMES = {
  linear: 'even',
  'ease-in': 'slow start',
  'ease-out': 'slow end',
  'ease-in-out': 'slow start and end',
} as const;
