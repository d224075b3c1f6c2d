import { use } from 'react';
import { landingOf, filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { timecodeAt } from '../format.ts';
import type { KeyGroup } from '../key-groups.ts';
import { KeyGroupsContext } from '../keys.ts';
import { useOwnKeys } from '../own-keys.ts';
import { useAppSelector } from '../store.ts';

function BarAndBeat({ plan, frame }: { plan: Plan; frame: Plan['target'] }) {
  const landing = landingOf(frame, filmOf(plan).cues, plan);
  if (!landing) return null;
  const { cue, onCue } = landing;
  return (
    <span>
      {onCue ? '' : 'near '}bar {cue.bar} beat {cue.beat}
    </span>
  );
}

const GroupCaps = ({ group }: { group: KeyGroup }) => (
  <span>
    {group.keys.map((key) => (
      <kbd key={key.combo}>{key.cap}</kbd>
    ))}{' '}
    {group.label}
  </span>
);

/** The position, and the keys that work here: as many as there is room for, and that for all. */
export function Footer({ plan }: { plan: Plan }) {
  const { frame } = useAppSelector((state) => state.view);
  const groups = useOwnKeys(use(KeyGroupsContext).groups);
  const shown = groups.filter((group) => group.footer);
  const last = shown.at(-1);
  return (
    <footer className="foot">
      {/* In Listen the position may be where the film has not begun, which has no timecode. */}
      <span className="figures">{frame < 0 ? 'before the film' : timecodeAt(frame, plan)}</span>
      <BarAndBeat plan={plan} frame={frame} />
      <span>frame {frame}</span>
      <span className="foot-keys" role="group" aria-label="Keys">
        {shown.slice(0, -1).map((group) => (
          <GroupCaps key={group.label} group={group} />
        ))}
      </span>
      {last && <GroupCaps group={last} />}
    </footer>
  );
}
