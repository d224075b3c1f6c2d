import { filmOf, type Line } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { counted } from '../app/format.ts';
import { rangeOn } from './place.ts';

/**
 * Where the own sound of shots is heard, under their pictures: one that leads or lags reaches under
 * its neighbour, so that every other lies in a row of its own.
 */
export function OwnSoundMarks({ plan, line }: { plan: Plan; line: Line }) {
  const { shots, audioEvents } = filmOf(plan);
  const here = audioEvents.filter(
    ({ of, starts, ends }) => of === 'own' && starts < line.to && ends > line.from,
  );
  if (here.length === 0) return null;
  const byId = new Map(shots.map((facts) => [facts.shot.id, facts]));
  return here.map(({ id, starts, ends }) => {
    const facts = byId.get(id);
    const at = rangeOn(line, starts, ends);
    if (!facts || !at) return null;
    const { lead = 0, lag = 0 } = facts.shot.sound ?? {};
    const words = [
      `Own sound of ${facts.clip?.name ?? 'the clip'}`,
      lead > 0 && `leads by ${counted(lead, 'frame')}`,
      lag > 0 && `lags by ${counted(lag, 'frame')}`,
    ]
      .filter(Boolean)
      .join(', ');
    return (
      <i
        key={`${id} ${starts}`}
        className={`own-sound row-${facts.index % 2}`}
        style={{ left: `${at.left}%`, width: `${at.width}%` }}
        role="img"
        aria-label={words}
        title={words}
      />
    );
  });
}
