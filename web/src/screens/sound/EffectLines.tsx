import { useMemo, type Ref } from 'react';
import { filmOf, scoreLines } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import type { EffectFacts } from '@caesura/core/sound';
import { instantOfFrame, toNumber } from '@caesura/core/time';
import { Hairpin } from '../../components/Hairpin.tsx';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { percentOn } from '../../components/place.ts';

const LINE_HEIGHT = 54;

/** The effects of a film as hairpins between its cuts, in lines of four bars. */
export function EffectLines({
  ref,
  plan,
  effects,
  cut,
  onPoint,
}: {
  ref: Ref<LineListHandle>;
  plan: Plan;
  effects: readonly EffectFacts[];
  cut: number;
  onPoint: (time: number) => void;
}) {
  const lines = useMemo(() => scoreLines(plan), [plan]);
  const cuts = useMemo(
    () =>
      filmOf(plan)
        .shots.slice(1)
        .map(({ index, start }) => ({ index, at: toNumber(instantOfFrame(start, plan.rate)) })),
    [plan],
  );
  return (
    <LineList
      ref={ref}
      lines={lines}
      height={LINE_HEIGHT}
      label="The effects of the film in lines of four bars"
      onPoint={onPoint}
      draw={(line) => (
        <div className="hairpins">
          {cuts
            .filter(({ at }) => at >= line.from && at < line.to)
            .map(({ index, at }) => (
              <i
                key={index}
                className={`hairpin-cut${index === cut ? ' is-open' : ''}`}
                style={{ left: `${percentOn(line, at)}%` }}
              />
            ))}
          {effects.map((facts) => (
            <Hairpin key={facts.placement.id} facts={facts} line={line} />
          ))}
        </div>
      )}
    />
  );
}
