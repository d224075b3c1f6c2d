import { type CutChoice } from '@caesura/core/recipes';
import type { JoinSettings, MoveKind, Way } from '@caesura/core/plan';

/** What moves are called. */
export const MOVE_NAMES: Readonly<Record<MoveKind, string>> = {
  plain: 'Plain overlap',
  'zoom-through': 'Zoom through',
  'pull-back': 'Pull back',
  'whip-pan': 'Whip pan',
  slide: 'Slide',
  drop: 'Drop',
  hinge: 'Hinge',
  smear: 'Smear',
  own: 'Own keys',
};

export const WAY_NAMES: Readonly<Record<Way, string>> = {
  left: 'left',
  right: 'right',
  up: 'up',
  down: 'down',
};
export const SIDE_NAMES: Readonly<Record<JoinSettings['sides'], string>> = {
  both: 'both pictures',
  out: 'outgoing only',
  in: 'incoming only',
};
export const FILL_NAMES: Readonly<Record<JoinSettings['fill'], string>> = {
  none: 'nothing',
  mirror: 'mirrored edge',
  extend: 'extended edge',
};
/** Easings of W3C CSS Easing Functions that are offered by name. */
export const EASE_NAMES = {
  linear: 'even',
  'ease-in': 'slow start',
  'ease-out': 'slow end',
  'ease-in-out': 'slow start and end',
} as const;

/** Cuts on which something is put at once. */
export const CUT_CHOICES: Readonly<Record<CutChoice, string>> = {
  section: 'all cuts of the section',
  downbeats: 'every cut on a downbeat',
  all: 'all cuts',
};
