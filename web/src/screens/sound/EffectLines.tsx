import { useMemo, type Ref } from 'react';
import { scoreLines, type Film } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { instantOfFrame, toNumber } from '@caesura/core/time';
import { Hairpin } from '../../components/Hairpin.tsx';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { OwnSoundMarks } from '../../components/OwnSoundMarks.tsx';
import { percentOn } from '../../components/place.ts';
import type { SoundItem } from './items.ts';

/** The least and the most that a line is high, in pixels; between them they fill the screen. */
const HEIGHTS = [54, 110] as const;

/** The effects of a film as hairpins between its cuts, in lines of four bars. */
export function EffectLines({
  ref,
  plan,
  film,
  item,
  onPoint,
}: {
  ref: Ref<LineListHandle>;
  plan: Plan;
  film: Film;
  item: SoundItem;
  onPoint: (time: number) => void;
}) {
  const lines = useMemo(() => scoreLines(plan), [plan]);
  const cuts = useMemo(
    () =>
      film.joins.map(({ cut, frame }) => ({
        cut,
        at: toNumber(instantOfFrame(frame, plan.rate)),
      })),
    [film, plan.rate],
  );
  return (
    <LineList
      ref={ref}
      lines={lines}
      heights={HEIGHTS}
      label="The effects of the film in lines of four bars"
      onPoint={onPoint}
      draw={(line) => (
        <div className="hairpins">
          {cuts
            .filter(({ at }) => at >= line.from && at < line.to)
            .map(({ cut, at }) => (
              <i
                key={cut}
                className={`hairpin-cut${cut === item.join?.cut ? ' is-open' : ''}`}
                style={{ left: `${percentOn(line, at)}%` }}
              />
            ))}
          {film.effects.map((facts) => (
            <Hairpin key={facts.placement.id} facts={facts} line={line} />
          ))}
          <OwnSoundMarks plan={plan} line={line} />
        </div>
      )}
    />
  );
}
