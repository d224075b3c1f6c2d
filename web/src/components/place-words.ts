import type { landingOf } from '@caesura/core/film';

type Landing = NonNullable<ReturnType<typeof landingOf>>;

/** Where an instant lies in the music, shortly: “bar 4.3”, with “near” where it is beside a cue. */
export const placeWords = ({ onCue, cue: { bar, beat } }: Landing): string =>
  `${onCue ? '' : 'near '}bar ${bar}.${beat}`;
