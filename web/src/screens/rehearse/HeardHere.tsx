import { heardAt, soundsOf, filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { type Heard } from '@caesura/core/sound';
import { useMemo } from 'react';
import { signed } from '../../app/format.ts';

/** What is heard on the frame of the position, each with the place of its file and its level. */
export function HeardHere({
  plan,
  frame,
  heard,
}: {
  plan: Plan;
  frame: number;
  heard: readonly Heard[];
}) {
  const events = useMemo(
    () => filmOf(plan).audioEvents.filter(({ of }) => heard.includes(of)),
    [plan, heard],
  );
  const names = useMemo(
    () =>
      new Map([
        ...soundsOf(plan).map(({ id, fileName }) => [id, fileName] as const),
        ...plan.effects.map(
          ({ id, effect }) => [id, plan.effectFiles.find((e) => e.id === effect)!.name] as const,
        ),
      ]),
    [plan],
  );
  const here = heardAt(events, plan.rate, frame);
  return (
    <ul className="heard-here" aria-label={`Heard on frame ${frame}`}>
      {here.map(({ event, at, level }) => (
        <li key={`${event.id} ${event.starts}`}>
          {names.get(event.id) ?? event.fileName}{' '}
          <span className="figures">
            {at.toFixed(2)} s, {signed(Math.max(-90, level), 1)} dB
          </span>
        </li>
      ))}
      {here.length === 0 && <li>nothing on frame {frame}</li>}
    </ul>
  );
}
