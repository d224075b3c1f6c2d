import type { EventMark } from '@caesura/core/film';
import { MOMENT_KINDS } from './moment-kinds.ts';

/** What becomes of an event of a shot, in a line. */
export function landsWords({ kind, moment, frame, state, cue }: EventMark): string {
  const what = `${MOMENT_KINDS[kind].name}, source frame ${moment}`;
  const where = cue ? `bar ${cue.bar} beat ${cue.beat}` : 'a cue';
  const off = cue ? Math.abs(frame - cue.frame) : null;
  switch (state) {
    case 'lands':
      return `${what}, lands on ${where}`;
    case 'begins':
      return `${what}, begins the shot`;
    case 'lost':
      return `${what}, is lost at a cut`;
    case 'beside':
      return off === null ? `${what}, no cue near` : `${what}, ${off} f beside ${where}`;
  }
}
