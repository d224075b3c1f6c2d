import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  askSpeeds,
  keptSpeeds,
  type KeepOnMany,
  leftWords,
  speedOffers,
  type SpeedAnswer,
} from '@caesura/core/edits';
import type { Film, ShotFacts } from '@caesura/core/film';
import type { KeepAsked } from '@caesura/core/ramps';
import { CaesuraError, plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { OfferList, toldWords } from './OfferList.tsx';
import { askedOf, ASKS, QuestionFields, questionOf, type Ask, type Asked } from './questions.tsx';

/** A change of a figure as it can be made of many shots; null where a length is part of it. */
const manyOf = ({ change, gives }: KeepAsked): Omit<KeepOnMany, 'onto'> | null =>
  change.what === 'length' || gives === 'length' ? null : { change, gives };

/**
 * A plain question about the speeds of a shot: what would give way is told before it is done; where
 * it cannot be, why, with the nearest and with what else could give way.
 */
export function AskPanel({
  film,
  facts,
  chosen,
  at,
}: {
  film: Film;
  facts: ShotFacts;
  /** Shots that are chosen, the open one among them. */
  chosen: readonly number[];
  at: number;
}) {
  const edit = useEdit();
  const { plan } = film;
  const { index, clip, time, start, length } = facts;
  const [ask, setAsk] = useState<Ask>('play');
  const [typed, setTyped] = useState<Partial<Asked>>({});
  const asked = useMemo(() => askedOf(facts, film, { typed, at }), [facts, film, typed, at]);
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
  // What breaks what is held is offered otherwise, and what the clip does not have not at all.
  const near = answer.found === null ? answer.nearest : null;
  const lasts = near && near.after.in >= 0 && near.after.out <= (clip?.frames ?? 0);
  const nearest = near && lasts && near.broken.length === 0 ? near : null;
  const inside = at >= start && at < start + length;
  const put = (found: SpeedAnswer) => edit('placeSpeeds', index, found);
  const [said, setSaid] = useState('');
  const question = questionOf(ask, asked, facts, at);
  const many = chosen.length > 1 && question.ask === 'keep' ? manyOf(question) : null;
  const putOnAll = () => {
    if (!many) return;
    const onAll = { onto: chosen, ...many };
    const { left } = keptSpeeds(plan, onAll);
    if (edit('keepOnMany', onAll)) setSaid(leftWords(left));
  };
  return (
    <section aria-label="Ask" className="ask-panel">
      <h3>Ask</h3>
      <Choose label="To" value={ask} of={ASKS} onChoose={setAsk} />
      <QuestionFields
        {...{ ask, film, facts, asked }}
        here={time && inside ? time.at(at - start) : null}
        set={(to) => setTyped({ ...typed, ...to })}
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
        {many && (
          <Button variant="outline-dark" onClick={putOnAll}>
            On all {plural(chosen.length, 'chosen shot')}
          </Button>
        )}
        {nearest && (
          <Button variant="link" size="sm" onClick={() => put(nearest)}>
            Take the nearest: {toldWords(nearest)}
          </Button>
        )}
      </div>
      {said && (
        <p role="status" className="field-note">
          {said}
        </p>
      )}
      <OfferList
        offers={offers}
        onTake={({ answer: offered, holds }) => edit('placeSpeeds', index, { ...offered, holds })}
      />
    </section>
  );
}
