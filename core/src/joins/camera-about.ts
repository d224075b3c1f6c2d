import type { ShotFacts } from '../film/shots.ts';
import type { Clip } from '../plan/index.ts';
import type { SourceFrames } from '../time/index.ts';
import type { Shifted } from './direction.ts';

/** How the camera moves a clip on a source frame; null where that is not known. */
export type ShiftOf = (clip: Clip, source: SourceFrames) => Shifted | null;

/** Frames on either side of a cut whose camera suggests a way. */
const ABOUT = 5;

/** Source frames that a shot shows next to one of its ends, from the end inwards. */
const sourcesAt = ({ time, length }: ShotFacts, end: 'start' | 'end'): SourceFrames[] =>
  time
    ? Array.from({ length: Math.min(ABOUT, length) }, (_, i) =>
        time.at(end === 'start' ? i : length - 1 - i),
      )
    : [];

const turned = ({ dx, dy, zoom }: Shifted): Shifted => ({ dx: -dx, dy: -dy, zoom: -zoom });

/**
 * How the camera moves the picture on the frames of a shot next to one of its ends, as it is seen:
 * the other way where the shot goes backwards.
 */
export function shiftsAt(facts: ShotFacts, end: 'start' | 'end', shiftOf: ShiftOf): Shifted[] {
  const sources = sourcesAt(facts, end);
  const onwards = (sources.at(-1) ?? 0) - (sources[0] ?? 0);
  const isBackwards = end === 'start' ? onwards < 0 : onwards > 0;
  return sources.flatMap((source) => {
    const shift = facts.clip && shiftOf(facts.clip, source);
    return shift ? [isBackwards ? turned(shift) : shift] : [];
  });
}
