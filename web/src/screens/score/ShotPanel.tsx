import { filmOf } from '@caesura/core/film';
import { useState } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import { lengthContext, speedsFor, type ShotFacts } from '@caesura/core/film';
import { longestShot, type Payer } from '@caesura/core/edits';
import type { Clip, Plan } from '@caesura/core/plan';
import { compare, percent, toNumber, toText, type Rational } from '@caesura/core/time';

import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { FramingFields } from '../../fields/FramingFields.tsx';
import { LengthField } from '../../fields/LengthField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { FramePicture } from '../../components/FramePicture.tsx';
import { useProxy } from '../../proxy/use-proxy.ts';
import { OwnSoundFields } from './OwnSoundFields.tsx';
import { SteadyFields } from './SteadyFields.tsx';
import { choiceText, useChoices } from './choices.ts';

const PAYERS: Readonly<Record<Payer, string>> = {
  next: 'the next shot',
  section: 'its section',
  last: 'the last shot',
  total: 'the total',
};
/** Choices shown at first. */
const FEW = 5;

/** The first and the last frame that a shot shows. */
function EndPictures({ clip, facts }: { clip: Clip; facts: ShotFacts }) {
  const reader = useProxy(clip.proxy);
  if (!reader) return null;
  return (
    <div className="end-pictures">
      <figure>
        <FramePicture
          reader={reader}
          frame={facts.sourceIn}
          label={`First frame shown, ${facts.sourceIn}`}
        />
        <figcaption className="figures">{facts.sourceIn}</figcaption>
      </figure>
      <figure>
        <FramePicture
          reader={reader}
          frame={facts.sourceOut - 1}
          label={`Last frame shown, ${facts.sourceOut - 1}`}
        />
        <figcaption className="figures">{facts.sourceOut - 1}</figcaption>
      </figure>
    </div>
  );
}

/** The ways to fill a shot, the best first. */
function Choices({ plan, facts }: { plan: Plan; facts: ShotFacts }) {
  const edit = useEdit();
  const [all, setAll] = useState(false);
  const choices = useChoices(plan, facts.index);
  const names = new Map(plan.clips.map((c) => [c.id, c.name]));
  const { shot } = facts;
  // At first the best way of each clip, so that a clip with many moments does not hide the others.
  const bestOfEach = choices.filter(
    (c, i) => choices.findIndex((other) => other.clip === c.clip) === i,
  );
  return (
    <>
      <h3>What fits here, the best first</h3>
      <ol className="choices">
        {(all ? choices : bestOfEach.slice(0, FEW)).map((choice) => {
          const { clip, sourceIn, speed } = choice;
          const shown =
            shot.clip === clip && shot.sourceIn === sourceIn && compare(facts.speed, speed) === 0;
          return (
            <li key={`${clip} ${sourceIn} ${toText(speed)}`}>
              <button
                type="button"
                aria-pressed={shown}
                onClick={() => edit('showInShot', facts.index, { clip, sourceIn, speed })}
              >
                <b>{names.get(clip)}</b>
                <span className="figures">{choiceText(choice)}</span>
              </button>
            </li>
          );
        })}
      </ol>
      {choices.length > FEW && (
        <Button variant="link" size="sm" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `All ${choices.length}`}
        </Button>
      )}
      {choices.length === 0 && <p>No clip lasts for {facts.length} frames here.</p>}
    </>
  );
}

/**
 * What a shot shows, from where and how fast, its length and who pays for it, and what else would
 * fit.
 */
export function ShotPanel({
  plan,
  facts,
  last,
  payer,
  onPayer,
  onSplit,
}: {
  plan: Plan;
  facts: ShotFacts;
  last: number;
  payer: Payer;
  onPayer: (payer: Payer) => void;
  onSplit: () => void;
}) {
  const edit = useEdit();
  const { index, clip, length, speed, shot } = facts;
  const longest = longestShot(plan, index);
  const setSpeed = (text: string) => {
    const chosen =
      clip && speedsFor(clip, plan.rate, [speed]).find((s: Rational) => toText(s) === text);
    if (chosen)
      edit('showInShot', index, { clip: shot.clip, sourceIn: shot.sourceIn, speed: chosen });
  };
  return (
    <section aria-label={`Shot ${index + 1}`}>
      <h3>Shot {index + 1}</h3>
      <Form.Group className="clip-choice" controlId={`clip-of-${index}`}>
        <Form.Label>Clip of shot {index + 1}</Form.Label>
        <Form.Select
          value={shot.clip ?? ''}
          onChange={(event) => edit('setShotClip', index, event.target.value || null)}
        >
          <option value="">No clip</option>
          {plan.clips.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {clip && <EndPictures clip={clip} facts={facts} />}
      <LengthField
        label="Length"
        value={length}
        written={String(length)}
        also={longest === null ? null : <span>lasts {longest} f</span>}
        context={lengthContext(plan)}
        onCommit={(frames) => edit('setShotLength', index, frames, payer)}
      />
      <Choose label="Paid by" value={payer} of={PAYERS} onChoose={onPayer} />
      {clip && (
        <>
          <Choose
            label="Speed"
            value={toText(speed)}
            of={
              Object.fromEntries(
                speedsFor(clip, plan.rate, [speed]).map((s) => [toText(s), percent(toNumber(s))]),
              ) as Record<string, string>
            }
            onChoose={setSpeed}
          />
          <div className="buttons">
            <ButtonGroup aria-label="Slip the source">
              {([-10, -1, 1, 10] as const).map((by) => (
                <Button
                  key={by}
                  variant="outline-dark"
                  onClick={() => edit('slipShot', index, by)}
                  title={`Slip the source ${Math.abs(by)} source frames ${by < 0 ? 'earlier' : 'later'}`}
                >
                  {by < 0 ? '−' : '+'}
                  {Math.abs(by)}
                </Button>
              ))}
            </ButtonGroup>
            <span className="slip-note">slip</span>
          </div>
          <FramingFields
            picture={clip.size}
            film={plan.size}
            own={shot.framing}
            usual={clip.framing}
            usualName="as its clip"
            onFrame={(framing) => edit('frameShot', index, framing)}
          />
          <SteadyFields key={shot.id} plan={plan} facts={facts} />
          <OwnSoundFields film={filmOf(plan)} facts={facts} chosen={[index]} />
        </>
      )}
      <WholeField
        label="Place"
        value={index + 1}
        least={1}
        most={last + 1}
        also={<span>of {last + 1}; the cuts stay</span>}
        onCommit={(place) => edit('moveShot', index, place - 1)}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          disabled={index === 0}
          onClick={() => edit('swapShots', index, index - 1)}
        >
          Swap with earlier
        </Button>
        <Button
          variant="outline-dark"
          disabled={index === last}
          onClick={() => edit('swapShots', index, index + 1)}
        >
          Swap with later
        </Button>
        <Button variant="outline-dark" onClick={onSplit} title="Split the shot at the position (S)">
          Split
        </Button>
      </div>
      <Choices plan={plan} facts={facts} />
    </section>
  );
}
