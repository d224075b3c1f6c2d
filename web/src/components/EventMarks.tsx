import type { EventMark, Film, Line } from '@caesura/core/film';
import { instantOfFrame, toNumber } from '@caesura/core/time';
import type { Plan } from '@caesura/core/plan';
import { landsWords } from './event-words.ts';
import { percentOn } from './place.ts';

/** The events that the shots on a line show: a note where one lands, its head alone where not. */
export function EventMarks({
  plan,
  line,
  events,
  shots,
}: {
  plan: Plan;
  line: Line;
  events: readonly EventMark[];
  shots: Film['shots'];
}) {
  return events.map((event) => {
    const at = toNumber(instantOfFrame(event.frame, plan.rate));
    const words = `${shots[event.shot]?.clip?.name ?? 'Shot'}: ${landsWords(event)}`;
    return (
      <i
        key={`${event.shot} ${event.moment}`}
        className={`event is-${event.state}`}
        style={{ left: `${percentOn(line, at)}%` }}
        role="img"
        aria-label={words}
        title={words}
      />
    );
  });
}
