import type { Line } from '@caesura/core/film';
import type { PhraseFacts } from '@caesura/core/phrases';
import type { Plan } from '@caesura/core/plan';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { rangeOn } from './place.ts';

/** The phrases over a line: an arc over each, from its start to where it is home. */
export function PhraseMarks({
  plan,
  line,
  phrases,
}: {
  plan: Plan;
  line: Line;
  phrases: readonly PhraseFacts[];
}) {
  const timeOf = (frame: number) => toNumber(instantOfFrame(frames(frame), plan.rate));
  return phrases.flatMap(({ phrase, start, end, settings }) => {
    const at = rangeOn(line, timeOf(Math.max(0, start)), timeOf(end));
    if (!at) return [];
    return [
      <svg
        key={phrase.id}
        className="phrase-mark"
        style={{ left: `${at.left}%`, width: `${at.width}%` }}
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        role="img"
        aria-label={`Phrase, ${settings.kind}, frames ${start} to ${end - 1}`}
      >
        <path d="M0 10Q50 -8 100 10" />
      </svg>,
    ];
  });
}
