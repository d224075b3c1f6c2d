import { Link } from 'react-router';
import { clipLikeness, meetingOf, type Met, type ClipAnalysis } from '@caesura/core/footage';
import type { Clip, Plan } from '@caesura/core/plan';
import { percent, toNumber } from '@caesura/core/time';

import { Poster } from '../../components/Poster.tsx';

/** Clips shown as most alike. */
const SHOWN = 5;

interface Props {
  readonly plan: Plan;
  readonly clip: Clip;
  readonly clipAnalysisOf: (clip: Clip) => ClipAnalysis | null;
}

/** How the end of a clip meets the start of the next, in words. */
function Meets({ title, one, next, name }: { title: string; one: Met; next: Met; name: string }) {
  const meeting = meetingOf(one, next);
  if (!meeting) return null;
  const { likeness, turn, warnings } = meeting;
  const way =
    turn === null
      ? ''
      : turn < 45
        ? ', moves on the same way'
        : turn < 120
          ? `, turns by ${Math.round(turn)}°`
          : '';
  return (
    <p>
      {title} <b>{name}</b>: {percent(Math.round(100 * likeness.whole) / 100)} alike{way}.
      {warnings.length > 0 && <span className="wrong"> Mind: {warnings.join('; ')}.</span>}
    </p>
  );
}

/** Which clips are like this one, and how it meets its neighbours in the order. */
export function AlikePanel({ plan, clip, clipAnalysisOf }: Props) {
  const own = clipAnalysisOf(clip);
  if (!own) return <p className="hint">The clip was not watched yet, so it cannot be compared.</p>;
  const met = (c: Clip, analysis: ClipAnalysis): Met => ({
    frames: analysis.frames,
    looks: analysis.looks,
    usable: c.usable,
    rate: toNumber(c.rate),
  });
  const place = plan.clips.findIndex((c) => c.id === clip.id);
  const [before, after] = [plan.clips[place - 1], plan.clips[place + 1]];
  const [analysisBefore, analysisAfter] = [
    before && clipAnalysisOf(before),
    after && clipAnalysisOf(after),
  ];
  const others = plan.clips
    .flatMap((c, i) => {
      const analysis = c.id === clip.id ? null : clipAnalysisOf(c);
      const likeness = analysis && clipLikeness(own.looks, analysis.looks);
      return likeness ? [{ c, i, likeness }] : [];
    })
    .sort((a, b) => b.likeness.whole - a.likeness.whole)
    .slice(0, SHOWN);
  return (
    <div className="clip-panel">
      <h3>Most alike</h3>
      <ul className="alike-list">
        {others.map(({ c, i, likeness }) => (
          <li key={c.id}>
            <Link to={`../footage/${c.id}`}>
              <Poster clip={c} place={i} />
              <span>
                {c.name}
                <small>
                  place {percent(Math.round(100 * likeness.place) / 100)}, colour{' '}
                  {percent(Math.round(100 * likeness.colour) / 100)}, exposure{' '}
                  {likeness.stops >= 0 ? '+' : '−'}
                  {Math.abs(likeness.stops).toFixed(1)} stops
                </small>
              </span>
              <b className="figures">{percent(Math.round(100 * likeness.whole) / 100)}</b>
            </Link>
          </li>
        ))}
        {others.length === 0 && <li className="nothing">There is no other clip to compare.</li>}
      </ul>
      <h3>Neighbours in the order</h3>
      {before && analysisBefore && (
        <Meets
          title="After"
          name={before.name}
          one={met(before, analysisBefore)}
          next={met(clip, own)}
        />
      )}
      {after && analysisAfter && (
        <Meets
          title="Before"
          name={after.name}
          one={met(clip, own)}
          next={met(after, analysisAfter)}
        />
      )}
      <p className="hint">
        Estimates from small pictures: what is alike in place, colour and exposure joins more
        smoothly.
      </p>
    </div>
  );
}
