import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { copiedSpeeds, leftWords } from '@caesura/core/edits';
import type { ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { COPIES, type Copy } from '@caesura/core/ramps';
import { plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { TextField } from '../../fields/TextField.tsx';

const GIVES = {
  none: 'source out may move',
  crest: 'in and out stay, the crest gives way',
  floor: 'in and out stay, the floor gives way',
  speeds: 'in and out stay, all speeds give way',
} as const;

/** The speeds of the open shot on the others that are chosen, and ramps that are kept. */
export function SameOn({
  plan,
  facts,
  chosen,
}: {
  plan: Plan;
  facts: ShotFacts;
  /** Shots that are chosen, the open one among them. */
  chosen: readonly number[];
}) {
  const edit = useEdit();
  const [how, setHow] = useState<Copy>('as it is');
  const [gives, setGives] = useState<keyof typeof GIVES>('none');
  const [said, setSaid] = useState('');
  const { index, ramp, shot } = facts;
  const others = chosen.filter((other) => other !== index);
  const copy = () => {
    const asked = { from: index, onto: others, how, gives: gives === 'none' ? null : gives };
    const { left } = copiedSpeeds(plan, asked);
    if (edit('copySpeeds', asked)) setSaid(leftWords(left));
  };
  const follows = shot.ramp ? undefined : shot.rampOf;
  const usesOf = (id: string) =>
    plan.score?.shots.filter((other) => !other.ramp && other.rampOf === id).length ?? 0;
  return (
    <section aria-label="The same on">
      <h3>The same on</h3>
      {others.length > 0 ? (
        <>
          <Choose
            label="Put"
            value={how}
            of={Object.fromEntries(COPIES.map((name) => [name, name])) as Record<Copy, string>}
            onChoose={setHow}
          />
          <Choose label="And" value={gives} of={GIVES} onChoose={setGives} />
          <Button variant="outline-dark" onClick={copy}>
            Put on {plural(others.length, 'chosen shot')}
          </Button>
          {said && (
            <p role="status" className="field-note">
              {said}
            </p>
          )}
        </>
      ) : (
        <p className="field-note">Choose other shots in the list, with Shift or Ctrl.</p>
      )}
      {plan.ramps.map(({ id, name }) => (
        <div key={id} className="kept-ramp">
          <TextField
            label={`Kept, ${plural(usesOf(id), 'use')}`}
            value={name}
            onCommit={(to) => edit('renameRamp', id, to)}
          />
          <div className="buttons">
            <Button
              variant="link"
              size="sm"
              aria-pressed={follows === id}
              onClick={() => edit('followRamp', id, chosen)}
            >
              {follows === id && chosen.length === 1
                ? 'Followed here'
                : `Follow on ${plural(chosen.length, 'shot')}`}
            </Button>
            {ramp && follows !== id && (
              <Button
                variant="link"
                size="sm"
                onClick={() => edit('changeRampGroup', id, ramp)}
                title="Its speeds become those of this shot, on all shots that follow it"
              >
                Change to these speeds
              </Button>
            )}
            <Button
              variant="link"
              size="sm"
              aria-label={`Take out ${name}`}
              onClick={() => edit('removeRamp', id)}
              title="The shots that follow it have its speeds as their own then"
            >
              Take out
            </Button>
          </div>
        </div>
      ))}
      {ramp && follows === undefined && (
        <Button
          variant="outline-dark"
          onClick={() => edit('keepRamp', index, `Ramp of shot ${index + 1}`)}
        >
          Keep this ramp
        </Button>
      )}
    </section>
  );
}
