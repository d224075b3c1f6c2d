/**
 * The colours of both themes, as written to CSS by `theme.scss`; here for tests and for drawing.
 */
export interface Palette {
  readonly paper: string;
  readonly sheet: string;
  readonly ink: string;
  readonly secondary: string;
  readonly rule: string;
  readonly red: string;
  readonly teal: string;
  readonly ochre: string;
  readonly plum: string;
  readonly moss: string;
  readonly slate: string;
  /** Text on the red and teal of buttons and tags. */
  readonly onStrong: string;
}

export const LIGHT: Palette = {
  paper: '#efece5',
  sheet: '#fbfaf7',
  ink: '#22262e',
  secondary: '#5c6370',
  rule: '#d9d4c8',
  red: '#b5361c',
  teal: '#1f6f78',
  ochre: '#8a5f06',
  plum: '#6d4470',
  moss: '#4f6b2d',
  slate: '#4b6a8f',
  onStrong: '#fbfaf7',
};

export const NIGHT: Palette = {
  paper: '#17191d',
  sheet: '#1f2227',
  ink: '#e8e4da',
  secondary: '#a3a8b1',
  rule: '#3a3e46',
  red: '#f0805f',
  teal: '#5cb8c1',
  ochre: '#dcae4b',
  plum: '#c49bc8',
  moss: '#a3c276',
  slate: '#93b3d8',
  onStrong: '#17191d',
};

/** Tints of clips, in the order of the clips, round and round: names of palette colours. */
export const CLIP_TINTS = ['teal', 'moss', 'plum', 'ochre', 'slate', 'red'] as const;

/** Tint of the clip at a place in the list, or none for a shot without a clip. */
export const tintOf = (place: number): string =>
  place < 0 ? 'none' : CLIP_TINTS[place % CLIP_TINTS.length]!;
