import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { clipWish, type Clip, type Plan } from '@caesura/core/plan';
import { speedsFor } from '@caesura/core/film';
import { compare, percent, rational, toNumber, toText, type Rational } from '@caesura/core/time';

import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';

function OneClip({ plan, clip }: { plan: Plan; clip: Clip }) {
  const edit = useEdit();
  const wish = clipWish(plan.wishes, clip.id);
  const slowed = wish.speeds.length > 0;
  const toggle = (speed: Rational) => {
    const kept = wish.speeds.filter((s) => compare(s, speed) !== 0);
    const speeds =
      kept.length < wish.speeds.length
        ? kept
        : [...wish.speeds, speed].sort((a, b) => compare(b, a));
    edit('wishClip', clip.id, { speeds });
  };
  return (
    <>
      <Choose
        label="Use"
        value={wish.use}
        of={{ may: 'may be shown', must: 'must be shown', never: 'not shown' }}
        onChoose={(use) => edit('wishClip', clip.id, { use })}
      />
      <Choose
        label="At most"
        value={String(wish.most ?? '')}
        of={{
          '': 'any number',
          '1': 'once',
          '2': 'twice',
          '3': '3 times',
          '4': '4 times',
          '6': '6 times',
          '8': '8 times',
        }}
        onChoose={(most) => edit('wishClip', clip.id, { most: most ? Number(most) : null })}
      />
      <fieldset className="wished-speeds">
        <legend>Speeds allowed</legend>
        {speedsFor(clip, plan.rate, wish.speeds).map((speed) => {
          const normal = compare(speed, rational(1)) === 0;
          return (
            <Form.Check
              key={toText(speed)}
              inline
              id={`speed-${toText(speed)}`}
              label={percent(toNumber(speed))}
              checked={slowed ? wish.speeds.some((s) => compare(s, speed) === 0) : normal}
              onChange={() =>
                slowed || normal
                  ? toggle(speed)
                  : edit('wishClip', clip.id, { speeds: [rational(1), speed] })
              }
            />
          );
        })}
      </fieldset>
    </>
  );
}

/** How clips may be used, one at a time; pins; and which come before or right after which. */
export function ClipWishes({ plan, cut }: { plan: Plan; cut: number | null }) {
  const edit = useEdit();
  const [chosen, setChosen] = useState('');
  const [other, setOther] = useState('');
  const { wishes, clips, score } = plan;
  const clip = clips.find((c) => c.id === chosen) ?? clips[0];
  if (!clip) return null;
  const names = Object.fromEntries(clips.map((c) => [c.id, c.name])) as Record<string, string>;
  const then = clips.find((c) => c.id === other && c !== clip) ?? clips.find((c) => c !== clip);
  const frame = cut !== null && cut > 0 ? score?.shots[cut]?.start : undefined;
  const pairs = (['before', 'together'] as const).flatMap((kind) =>
    wishes[kind].map((pair) => ({ kind, pair })),
  );
  return (
    <>
      <h3>Clips</h3>
      <Choose label="Clip" value={clip.id} of={names} onChoose={setChosen} />
      <OneClip plan={plan} clip={clip} />
      <div className="buttons">
        <Button
          variant="outline-dark"
          size="sm"
          disabled={frame === undefined}
          title={
            frame === undefined
              ? 'Select a cut first'
              : `A shot of “${clip.name}” starts on frame ${frame}`
          }
          onClick={() =>
            edit('changeWishes', {
              pins: [
                ...wishes.pins.filter((p) => p.frame !== frame),
                { clip: clip.id, frame: frame! },
              ],
            })
          }
        >
          Pin to the selected cut
        </Button>
      </div>
      {then && (
        <>
          <Choose
            label="With"
            value={then.id}
            of={
              Object.fromEntries(
                clips.filter((c) => c !== clip).map((c) => [c.id, c.name]),
              ) as Record<string, string>
            }
            onChoose={setOther}
          />
          <div className="buttons">
            <Button
              variant="outline-dark"
              size="sm"
              onClick={() =>
                edit('changeWishes', {
                  before: [...wishes.before, { clip: clip.id, then: then.id }],
                })
              }
            >
              Comes before it
            </Button>
            <Button
              variant="outline-dark"
              size="sm"
              onClick={() =>
                edit('changeWishes', {
                  together: [...wishes.together, { clip: clip.id, then: then.id }],
                })
              }
            >
              It follows at once
            </Button>
          </div>
        </>
      )}
      <ul className="wish-list">
        {wishes.pins.map((pin) => (
          <li key={`${pin.clip} ${pin.frame}`}>
            {names[pin.clip]} starts on frame <span className="figures">{pin.frame}</span>
            <Button
              variant="link"
              size="sm"
              onClick={() => edit('changeWishes', { pins: wishes.pins.filter((p) => p !== pin) })}
            >
              Remove
            </Button>
          </li>
        ))}
        {pairs.map(({ kind, pair }) => (
          <li key={`${kind} ${pair.clip} ${pair.then}`}>
            {kind === 'before'
              ? `${names[pair.clip]} before ${names[pair.then]}`
              : `${names[pair.then]} right after ${names[pair.clip]}`}
            <Button
              variant="link"
              size="sm"
              onClick={() =>
                edit('changeWishes', { [kind]: wishes[kind].filter((p) => p !== pair) })
              }
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
