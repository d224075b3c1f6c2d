import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { filmOf, landingOf, lengthContext, type Cue } from '@caesura/core/film';
import { beatParts, runEnds, usualRun, type BeatPart } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { frames, toNumber, type Frames } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { LengthField } from '../../fields/LengthField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

/** A length that divides a beat, with how far a beat of such shots is off. */
function partName({ each, shots, error }: BeatPart): string {
  const off = toNumber(error);
  return `${each} f: ${shots} a beat${off === 0 ? ', exact' : `, ${signed(off, 2)} f a beat`}`;
}

const ENDS: Partial<Record<Cue['kind'], string>> = {
  drop: 'the drop',
  'rise-peak': 'the end of a rise',
  'pause-start': 'a rest',
  section: 'a section',
};
const endName = ({ kind, name, bar, beat }: Cue): string =>
  `${name ?? ENDS[kind]}, bar ${bar}${beat > 1 ? ` beat ${beat}` : ''}`;

/** Runs of very short shots that end on a frame. */
export function ShortRuns({ plan, frame }: { plan: Plan; frame: number }) {
  const edit = useEdit();
  const { bursts } = plan.wishes;
  const context = lengthContext(plan);
  const cues = useMemo(() => filmOf(plan).cues, [plan]);
  const parts = useMemo(() => beatParts(plan), [plan]);
  const ends = useMemo(() => runEnds(plan), [plan]);
  const usual = useMemo(() => usualRun(plan), [plan]);
  const isUsual = (run: (typeof bursts)[number]) =>
    usual !== null && run.end === usual.end && run.each === usual.each && run.shots === usual.shots;
  const cueName = (end: Frames): string => {
    const landing = landingOf(end, cues, plan);
    return landing?.onCue ? `bar ${landing.cue.bar} · beat ${landing.cue.beat}` : 'on no cue';
  };
  const set = (next: typeof bursts) => edit('changeWishes', { bursts: next });
  const change = (i: number, by: Partial<(typeof bursts)[number]>) =>
    set(bursts.map((run, k) => (k === i ? { ...run, ...by } : run)));
  return (
    <>
      <h3>Runs of short shots</h3>
      {bursts.map((run, i) => (
        <div key={i} className="wish-row">
          <LengthField
            label="Ends on"
            value={run.end}
            written={String(run.end)}
            also={<span>{cueName(run.end)}</span>}
            context={context}
            onCommit={(end) => change(i, { end })}
          />
          {ends.length > 0 && (
            <Choose
              label="On a cue"
              value={ends.some(({ frame: at }) => at === run.end) ? String(run.end) : ''}
              of={
                Object.fromEntries([
                  ['', 'no such cue'],
                  ...ends.map((cue) => [String(cue.frame), endName(cue)]),
                ]) as Record<string, string>
              }
              onChoose={(end) => end !== '' && change(i, { end: frames(Number(end)) })}
            />
          )}
          <WholeField
            label="Shots"
            value={run.shots}
            least={1}
            most={200}
            onCommit={(shots) => change(i, { shots })}
          />
          <LengthField
            label="Each"
            value={run.each}
            written={String(run.each)}
            context={context}
            onCommit={(each) => change(i, { each })}
          />
          {parts.length > 0 && (
            <Choose
              label="Divides a beat"
              value={parts.some(({ each }) => each === run.each) ? String(run.each) : ''}
              of={
                Object.fromEntries([
                  ['', `${run.each} f: not evenly`],
                  ...parts.map((part) => [String(part.each), partName(part)]),
                ]) as Record<string, string>
              }
              onChoose={(each) => each !== '' && change(i, { each: frames(Number(each)) })}
            />
          )}
          <Button
            variant="outline-dark"
            size="sm"
            onClick={() => set(bursts.filter((_, k) => k !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      {usual && !bursts.some(isUsual) && (
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => set([...bursts, usual])}
          title={`Its last shot ends on frame ${usual.end}, ${cueName(usual.end)}`}
        >
          Add the usual one before the drop: {usual.shots} of {usual.each} f
        </Button>
      )}
      <Button
        variant="outline-dark"
        size="sm"
        disabled={frame < 24}
        onClick={() => set([...bursts, { end: frames(frame), shots: 4, each: frames(5) }])}
        title={
          frame < 24
            ? 'Go to the frame it is to end on first'
            : 'Four shots of 5 frames, the last ending here'
        }
      >
        Add a run that ends at the position
      </Button>
    </>
  );
}
