import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { FilmRange } from '@caesura/core/layout';
import { takeScore, takeRange } from '@caesura/core/edits';
import type { Plan } from '@caesura/core/plan';
import { compared } from '../../app/compare.ts';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useAppDispatch } from '../../app/store.ts';
import { MiniScore } from '../../components/MiniScore.tsx';
import { Working } from '../../components/Working.tsx';
import type { Offer } from '../../workers/layout-worker.ts';
import { pricesOf, sameAs } from './proposal-figures.ts';
import type { Propose } from './use-propose.ts';

const LEANS: Readonly<Record<Offer['leans'], { readonly name: string; readonly why: string }>> = {
  even: { name: 'Even', why: 'nearest to the pace' },
  music: { name: 'With the music', why: 'longer where it is quiet, shorter where it is loud' },
  pictures: { name: 'By the pictures', why: 'lengths vary; moments, movement and likeness first' },
};

/** What keeps there from being a layout, with mends that are made at a click. */
function WhyNone({ conflict, clear }: Pick<Propose, 'conflict' | 'clear'>) {
  const edit = useEdit();
  if (!conflict) return null;
  return (
    <section className="conflict" aria-label="Why there is no layout">
      <h3>
        {conflict.certain
          ? 'No layout keeps all of this'
          : 'No layout was found that keeps all of this'}
      </h3>
      <ul>
        {conflict.limits.map((says) => (
          <li key={says}>{says}.</li>
        ))}
      </ul>
      <p>
        {conflict.mends.every((m) => m.enough)
          ? 'Any one of these is enough:'
          : 'Any one of these mends this, but there is more that conflicts:'}
      </p>
      <div className="buttons">
        {conflict.mends.map((mend) => (
          <Button
            key={mend.text}
            variant="outline-dark"
            size="sm"
            onClick={() => {
              if (edit('loosen', mend.plan)) clear();
            }}
          >
            {mend.text}
          </Button>
        ))}
        <Button variant="outline-dark" size="sm" onClick={clear}>
          Put away
        </Button>
      </div>
    </section>
  );
}

/**
 * Layouts side by side, small, with their figures and reasons; one is taken at a click, whole or
 * between selected cuts.
 */
export function Proposals({
  plan,
  selected,
  propose,
}: {
  plan: Plan;
  /** Frames between which cuts are selected, to take only that part. */
  selected: FilmRange | null;
  propose: Propose;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { offers, range, conflict, working, stop, clear } = propose;
  const progress = working && <Working {...working} onStop={stop} />;
  if (offers.length === 0) return progress ?? <WhyNone conflict={conflict} clear={clear} />;
  const places = new Map(plan.clips.map((c, i) => [c.id, i]));
  return (
    <>
      {progress}
      <section className="proposals" aria-label="Proposed layouts">
        {offers.map((offer) => {
          const {
            leans,
            score,
            cuts,
            onCue,
            worstMilliseconds,
            landed,
            begun,
            withMoment,
            faults,
            costs,
          } = offer;
          const taken = plan.score === score;
          const first = offers[0]!;
          return (
            <article key={leans} className={taken ? 'is-taken' : undefined}>
              <h3>
                {LEANS[leans].name} <small>{LEANS[leans].why}</small>
              </h3>
              <MiniScore
                shots={score.shots.map((s) => [s.start, places.get(s.clip ?? '') ?? -1])}
                length={score.length}
              />
              <p className="figures">
                {counted(score.shots.length, 'shot')} · {onCue} of {cuts} on a cue
                {withMoment > 0 &&
                  ` · in ${landed} of ${withMoment} a moment lands, ${begun} begin with one`}
                {` · worst ${worstMilliseconds.toFixed(1)} ms · ${counted(faults, 'fault')}`}
              </p>
              <p className="reason">
                Marked down for {pricesOf(costs)}.
                {offer !== first &&
                  ` ${Math.round(100 * (1 - sameAs(score, first.score)))} % other than the first.`}
              </p>
              <Button
                variant="outline-dark"
                size="sm"
                disabled={taken}
                onClick={() =>
                  // What lies outside of a stretch may have been changed since.
                  range ? edit('takeRange', score, range.from, range.to) : edit('takeScore', score)
                }
              >
                {taken ? 'Taken' : 'Take'}
              </Button>
              <Button
                variant="link"
                size="sm"
                onClick={() => {
                  const other = range
                    ? takeRange(plan, score, range.from, range.to)
                    : takeScore(plan, score);
                  dispatch(compared({ name: `“${LEANS[leans].name}”`, plan: other }));
                  void navigate('../rehearse');
                }}
              >
                Play against this
              </Button>
              {selected && !range && plan.score && (
                <Button
                  variant="outline-dark"
                  size="sm"
                  onClick={() => edit('takeRange', score, selected.from, selected.to)}
                >
                  Take the selected stretch
                </Button>
              )}
            </article>
          );
        })}
        <Button variant="outline-dark" size="sm" onClick={clear}>
          Put away
        </Button>
      </section>
    </>
  );
}
