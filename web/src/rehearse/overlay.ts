import { landingOf, filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { speedAt } from '@caesura/core/curves';
import { frames, percent } from '@caesura/core/time';
import { timecodeAt } from '../app/format.ts';

/** What is said of a frame in the picture. */
export interface OverlayWords {
  readonly timecode: string;
  readonly place: string;
  readonly shot: string;
}

/** Makes the words over the picture, frame by frame: timecode, bar and beat, shot and its speed. */
export function overlayOf(plan: Plan): (frame: number) => OverlayWords {
  const cues = filmOf(plan).cues;
  const shots = filmOf(plan).shots;
  return (frame) => {
    const landing = landingOf(frames(frame), cues, plan);
    const facts = shots.findLast(({ start }) => start <= frame);
    const speed = facts?.time
      ? ` at ${percent(Math.round(100 * speedAt(facts.time.curve, frame - facts.start)) / 100)}`
      : '';
    return {
      timecode: `${timecodeAt(frame, plan)} · ${frame}`,
      place: landing
        ? `${landing.onCue ? '' : 'near '}bar ${landing.cue.bar} beat ${landing.cue.beat}`
        : '',
      shot: facts ? `${facts.index + 1} ${facts.clip?.name ?? 'no clip'}${speed}` : '',
    };
  };
}
