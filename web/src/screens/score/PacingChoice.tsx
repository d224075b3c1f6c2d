import { formArcs, pacePoints } from '@caesura/core/layout';
import { lengthContext } from '@caesura/core/film';
import type { Pacing, Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { ArcRows, checkedLength } from './ArcRows.tsx';

const PACINGS: Readonly<Record<Pacing['kind'], string>> = {
  form: 'As the music goes',
  steady: 'Steady',
  arcs: 'In arcs',
  build: 'Build',
  wave: 'Wave',
  energy: 'Follow the loudness',
  sections: 'By section',
  drawn: 'Drawn on the score',
};

/** What following the music means for this plan. */
function FormWords({ plan }: { plan: Plan }) {
  const builds = formArcs(plan).length > 0;
  return (
    <p>
      {builds
        ? 'Long shots first, a build to each drop, the pace after it, long shots at the end. Choose “In arcs” to change any of it.'
        : 'The music has no drop in the part that is used, so the pace is steady.'}
    </p>
  );
}

/** How the pace changes, with the other pace it goes to. */
export function PacingChoice({ plan, frame }: { plan: Plan; frame: number }) {
  const edit = useEdit();
  const { pacing } = plan.wishes;
  const context = lengthContext(plan);
  const set = (next: Pacing) => edit('changeWishes', { pacing: next });
  const to = 'to' in pacing ? pacing.to : '1 beat';
  const choose = (kind: Pacing['kind']) => {
    const start = plan.music?.region.in ?? 0;
    if (kind === 'steady' || kind === 'form') set({ kind });
    if (kind === 'arcs') set({ kind, arcs: formArcs(plan) });
    if (kind === 'build') set({ kind, to, shape: 'even' });
    if (kind === 'wave') set({ kind, to, bars: 8 });
    if (kind === 'energy') set({ kind, to });
    if (kind === 'sections') set({ kind, paces: sectionPaces(plan, start) });
    if (kind === 'drawn') set({ kind, points: pacePoints(plan) });
  };
  return (
    <>
      <Choose label="Pace over time" value={pacing.kind} of={PACINGS} onChoose={choose} />
      {'to' in pacing && (
        <TextField
          label="To"
          narrow
          value={pacing.to}
          maxLength={40}
          check={(text) => void checkedLength(text, context)}
          onCommit={(text) => set({ ...pacing, to: text })}
        />
      )}
      {pacing.kind === 'build' && (
        <Choose
          label="Mostly"
          value={pacing.shape}
          of={{ even: 'evenly', late: 'at the end', early: 'at the start' }}
          onChoose={(shape) => set({ ...pacing, shape })}
        />
      )}
      {pacing.kind === 'wave' && (
        <WholeField
          label="Bars a wave"
          value={pacing.bars}
          least={1}
          most={256}
          onCommit={(bars) => set({ ...pacing, bars })}
        />
      )}
      {pacing.kind === 'sections' &&
        (pacing.paces.length === 0 ? (
          <p>No sections were heard in the music; add some in Listen.</p>
        ) : (
          pacing.paces.map(({ at, pace }, i) => (
            <TextField
              key={at}
              label={plan.music?.sectionNames.find((n) => n.at === at)?.name ?? `Section ${i + 1}`}
              narrow
              value={pace}
              maxLength={40}
              check={(text) => void checkedLength(text, context)}
              onCommit={(text) =>
                set({
                  ...pacing,
                  paces: pacing.paces.map((p, k) => (k === i ? { at: p.at, pace: text } : p)),
                })
              }
            />
          ))
        ))}
      {pacing.kind === 'form' && <FormWords plan={plan} />}
      {pacing.kind === 'arcs' && <ArcRows plan={plan} arcs={pacing.arcs} frame={frame} />}
      {pacing.kind === 'drawn' && (
        <p>Drag the points of the curve over the lines, up for shorter shots.</p>
      )}
    </>
  );
}

/** The sections of the music, each at the plan's pace. */
function sectionPaces(plan: Plan, start: number): Extract<Pacing, { kind: 'sections' }>['paces'] {
  const { music, pace } = plan;
  if (!music) return [];
  return music.found.sections.filter(({ at }) => at >= start).map(({ at }) => ({ at, pace }));
}
