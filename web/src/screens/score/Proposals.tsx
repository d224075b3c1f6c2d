import { Button } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { MiniScore } from '../../marks/MiniScore.tsx';
import { Working } from '../../marks/Working.tsx';
import type { Offer } from '../../workers/layout-worker.ts';
import type { Propose } from './use-propose.ts';

const LEANS: Readonly<Record<Offer['leans'], { readonly name: string; readonly why: string }>> = {
  even: { name: 'Even', why: 'nearest to the pace' },
  music: { name: 'On the music', why: 'the strongest cues first' },
  pictures: { name: 'By the pictures', why: 'moments, movement and likeness first' },
};

/** Layouts side by side, small, with their figures; one is taken at a click. */
export function Proposals({ plan, offers, working, stop, clear }: { plan: Plan } & Omit<Propose, 'start'>) {
  const edit = useEdit();
  if (working) return <Working {...working} onStop={stop} />;
  if (offers.length === 0) return null;
  const places = new Map(plan.clips.map((c, i) => [c.id, i]));
  return (
    <section className="proposals" aria-label="Proposed layouts">
      {offers.map((offer) => {
        const { leans, score, cuts, onCue, landed, withMoment } = offer;
        const taken = plan.score === score;
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
              {withMoment > 0 && ` · ${landed} of ${withMoment} moments land`}
            </p>
            <Button variant="outline-dark" size="sm" disabled={taken} onClick={() => edit('takeScore', score)}>
              {taken ? 'Taken' : 'Take'}
            </Button>
          </article>
        );
      })}
      <Button variant="outline-dark" size="sm" onClick={clear}>
        Put away
      </Button>
    </section>
  );
}
