import { PARAMETER_UNITS } from '@caesura/core/motion';
import { type CutChoice } from '@caesura/core/recipes';
import type {
  Cover,
  Hinge,
  JoinSettings,
  MoveKind,
  Parameter,
  PhraseKind,
} from '@caesura/core/plan';

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

/** The directions that have a name; others are told in degrees. */
const STRAIGHT: Readonly<Record<number, string>> = {
  0: 'right',
  90: 'down',
  180: 'left',
  270: 'up',
};

/** A direction on the screen in words. */
export const wayName = (way: number): string =>
  STRAIGHT[((way % 360) + 360) % 360] ?? `${Math.round(way * 10) / 10}°`;

export const COVER_NAMES: Readonly<Record<Cover, string>> = {
  no: 'no',
  each: 'frame by frame',
  whole: 'one scale for all',
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

/** Cuts on which something is put at once. */
export const CUT_CHOICES: Readonly<Record<CutChoice, string>> = {
  section: 'all cuts of the section',
  downbeats: 'every cut on a downbeat',
  all: 'all cuts',
};

/** What phrases are called, by their kind. */
export const PHRASE_NAMES: Readonly<Record<PhraseKind, string>> = {
  'punch-in': 'Punch-in',
  pulse: 'Pulse',
  push: 'Slow push',
  shake: 'Shake',
  flash: 'Flash',
  dip: 'Dip',
  turn: 'Turn',
  look: 'Look',
  own: 'Own keys',
};

/** What a turn goes about. */
export const HINGE_NAMES: Readonly<Record<Hinge, string>> = {
  aim: 'the aim, flat',
  left: 'the left edge, in depth',
  right: 'the right edge, in depth',
  top: 'the top edge, in depth',
  bottom: 'the bottom edge, in depth',
};

/** How parameters are written. */
export const UNITS = PARAMETER_UNITS;

/** A value in its unit, to a tenth. */
export const inUnit = (of: Parameter, value: number): number =>
  Math.round(value * UNITS[of].times * 10) / 10;
