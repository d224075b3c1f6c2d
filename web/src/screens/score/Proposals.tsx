import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { formArcs, type FilmRange } from '@caesura/core/layout';
import { takeScore, takeRange } from '@caesura/core/edits';
import type { Plan } from '@caesura/core/plan';
import { compared } from '../../app/compare.ts';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useAppDispatch } from '../../app/store.ts';
import { miniShots } from '../../components/mini-shots.ts';
import { MiniScore } from '../../components/MiniScore.tsx';
import { Working } from '../../components/Working.tsx';
import type { Offer } from '../../workers/layout-worker.ts';
import { sameAs } from './proposal-figures.ts';
import type { Propose } from './use-propose.ts';

/** What a layout puts first, in a few words; the first keeps to how the pace is wished to go. */
function intentOf(leans: Offer['leans'], { wishes: { pacing } }: Plan, builds: boolean) {
  if (leans === 'music')
    return { name: 'With the loudness', why: 'longer where it is quiet, shorter where it is loud' };
  if (leans === 'pictures')
    return { name: 'By the pictures', why: 'lengths vary; moments, movement and likeness first' };
  if (pacing.kind === 'steady') return { name: 'Even', why: 'nearest to the pace' };
  if (pacing.kind === 'form' && !builds) return { name: 'Even', why: 'the music has no drop here' };
  if (pacing.kind === 'form') return { name: 'To the drop', why: 'as the music goes' };
  return { name: 'As wished', why: 'nearest to the pace over time' };
}

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

/** The plan with an offer taken, whole or in the stretch that it is for. */
export const withOffer = (plan: Plan, { score }: Offer, range: FilmRange | null): Plan =>
  range ? takeRange(plan, score, range.from, range.to) : takeScore(plan, score);

/** The figures of a layout in a line. */
function Figures({ offer }: { offer: Offer }) {
  const { score, cuts, onCue, onParts, landed, begun, withMoment, faults, grade } = offer;
  return (
    <p className="figures">
      <b title="100: lengths as wanted, every cut on a cue, a moment landing in every second shot, all of it moving, no picture twice">
        {grade} of 100
      </b>
      {` · ${counted(score.shots.length, 'shot')} · ${onCue} of ${cuts} on a cue`}
      {onParts > 0 && ` · ${onParts} on parts of a beat`}
      {withMoment > 0 && ` · in ${landed} of ${withMoment} a moment lands, ${begun} begin with one`}
      {` · worst ${offer.worstMilliseconds.toFixed(1)} ms · ${counted(faults, 'fault')}`}
    </p>
  );
}

/**
 * Layouts that are offered, in a drawer that can be as small as a line: each is seen in the score
 * while it is pointed at, and taken at a click, whole or between selected cuts.
 */
export function Proposals({
  plan,
  selected,
  propose,
  onPreview,
}: {
  plan: Plan;
  /** Frames between which cuts or shots are selected, to take only that part. */
  selected: FilmRange | null;
  propose: Propose;
  /** An offer to show in the score instead of what is there; null for none. */
  onPreview: (offer: Offer | null) => void;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [small, setSmall] = useState(false);
  const { offers, range, conflict, working, stop, clear } = propose;
  const progress = working && <Working {...working} onStop={stop} />;
  if (offers.length === 0) return progress ?? <WhyNone conflict={conflict} clear={clear} />;
  const builds = formArcs(plan).length > 0;
  const look = (offer: Offer) => ({
    onPointerEnter: () => onPreview(offer),
    onPointerLeave: () => onPreview(null),
    onFocus: () => onPreview(offer),
    onBlur: () => onPreview(null),
  });
  const take = ({ score }: Offer) => {
    onPreview(null);
    // What lies outside of a stretch may have been changed since.
    if (range) edit('takeRange', score, range.from, range.to);
    else edit('takeScore', score);
  };
  const takeButton = (offer: Offer, name: string) => (
    <Button
      variant="outline-dark"
      size="sm"
      disabled={plan.score === offer.score}
      aria-label={`Take ${name}`}
      onClick={() => take(offer)}
    >
      {plan.score === offer.score ? 'Taken' : 'Take'}
    </Button>
  );
  const [first] = offers;
  return (
    <>
      {progress && <div className="proposals-working">{progress}</div>}
      <section className="proposals" aria-label="Proposed layouts">
        <div className="proposals-line">
          {small &&
            offers.map((offer) => {
              const { name, why } = intentOf(offer.leans, plan, builds);
              return (
                <span key={offer.leans} className="proposal-chip" title={why} {...look(offer)}>
                  <b>{name}</b> <span className="figures">{offer.grade} of 100</span>
                  {takeButton(offer, name)}
                </span>
              );
            })}
          {working ? (
            <span className="hint">A first look: better ones may come until all are weighed.</span>
          ) : (
            !small && <span className="hint">Point at one to see it in the score.</span>
          )}
          <span className="proposals-acts">
            <Button
              variant="outline-dark"
              size="sm"
              aria-expanded={!small}
              onClick={() => setSmall(!small)}
            >
              {small ? 'Larger' : 'Smaller'}
            </Button>
            <Button
              variant="outline-dark"
              size="sm"
              onClick={() => {
                onPreview(null);
                clear();
              }}
            >
              Put away
            </Button>
          </span>
        </div>
        {!small && (
          <div className="proposals-open">
            {offers.map((offer) => {
              const { leans, score, words } = offer;
              const { name, why } = intentOf(leans, plan, builds);
              return (
                <article
                  key={leans}
                  className={plan.score === score ? 'is-taken' : undefined}
                  {...look(offer)}
                >
                  <h3>
                    {name} <small>{why}</small>
                  </h3>
                  <MiniScore shots={miniShots(score, plan)} length={score.length} />
                  <Figures offer={offer} />
                  {takeButton(offer, name)}
                  <Button
                    variant="link"
                    size="sm"
                    onClick={() => {
                      dispatch(
                        compared({ name: `“${name}”`, plan: withOffer(plan, offer, range) }),
                      );
                      void navigate('../rehearse');
                    }}
                  >
                    Play against this
                  </Button>
                  {selected && !range && plan.score && (
                    <Button
                      variant="outline-dark"
                      size="sm"
                      onClick={() => {
                        onPreview(null);
                        edit('takeRange', score, selected.from, selected.to);
                      }}
                    >
                      Take the selected stretch
                    </Button>
                  )}
                  <p className="reason">
                    {words.join(' ')}
                    {offer !== first &&
                      ` ${Math.round(100 * (1 - sameAs(score, first!.score)))} % other than the first.`}
                  </p>
                </article>
              );
            })}
          </div>
        )}
      </section>
    </>
  );
}
