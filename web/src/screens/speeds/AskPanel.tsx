import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { askSpeeds, changeWords, speedOffers, type SpeedAnswer } from '@caesura/core/edits';
import type { Film, ShotFacts } from '@caesura/core/film';
import { CaesuraError } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import {
  ASKS,
  firstAsked,
  QuestionFields,
  questionOf,
  type Ask,
  type Asked,
} from './questions.tsx';

/** What an answer changes, in one line. */
function toldWords(answer: SpeedAnswer): string {
  const changes = changeWords(answer);
  const all = [...(answer.became ? [answer.became] : []), ...changes];
  return all.length > 0 ? all.join(', ') : 'nothing else changes';
}

/**
 * A plain question about the speeds of a shot: what would give way is told before it is done; where
 * it cannot be, why, with the nearest and with what else could give way.
 */
export function AskPanel({ film, facts, at }: { film: Film; facts: ShotFacts; at: number }) {
  const edit = useEdit();
  const { plan } = film;
  const { index, time, start, length } = facts;
  const [ask, setAsk] = useState<Ask>('play');
  const [asked, setAsked] = useState<Asked>(() => firstAsked(facts, film));
  const answer = useMemo(() => {
    try {
      return askSpeeds(plan, index, questionOf(ask, asked, facts, at));
    } catch (error) {
      if (!(error instanceof CaesuraError)) throw error;
      return { found: null, reason: error.message, nearest: null } as const;
    }
  }, [plan, index, ask, asked, facts, at]);
  const offers = useMemo(
    () =>
      answer.found === null && answer.nearest && answer.nearest.broken.length > 0
        ? speedOffers(plan, index, answer.nearest)
        : [],
    [plan, index, answer],
  );
  const inside = at >= start && at < start + length;
  const put = (found: SpeedAnswer) => edit('placeSpeeds', index, found);
  return (
    <section aria-label="Ask" className="ask-panel">
      <h3>Ask</h3>
      <Choose label="To" value={ask} of={ASKS} onChoose={setAsk} />
      <QuestionFields
        {...{ ask, film, facts, asked }}
        here={time && inside ? time.at(at - start) : null}
        set={(to) => setAsked({ ...asked, ...to })}
      />
      {answer.found ? (
        <p className="ask-answer" role="status">
          {toldWords(answer.found)}
        </p>
      ) : (
        <p className="ask-answer wrong" role="status">
          {answer.reason}
        </p>
      )}
      <div className="buttons">
        <Button
          variant="dark"
          disabled={answer.found === null}
          onClick={() => answer.found && put(answer.found)}
        >
          Do it
        </Button>
        {answer.found === null && answer.nearest && answer.nearest.broken.length === 0 && (
          <Button variant="link" size="sm" onClick={() => answer.nearest && put(answer.nearest)}>
            Take the nearest: {toldWords(answer.nearest)}
          </Button>
        )}
      </div>
      {offers.length > 0 && (
        <ul className="ask-offers">
          {offers.map(({ label, holds, answer: offered }) => (
            <li key={label}>
              <Button
                variant="link"
                size="sm"
                onClick={() => edit('placeSpeeds', index, { ...offered, holds })}
              >
                {label}
              </Button>{' '}
              {toldWords({ ...offered, became: '' })}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
