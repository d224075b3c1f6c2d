import { useId } from 'react';
import { Form } from 'react-bootstrap';
import type { JoinFacts } from '@caesura/core/joins';
import { angleOf, exposureOf } from '@caesura/core/motion';
import type { Plan } from '@caesura/core/plan';
import { parseRational, rational, toNumber } from '@caesura/core/time';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField, numberOf } from '../../fields/NumberField.tsx';
import { EasingField } from './EasingField.tsx';
import { COVER_NAMES, FILL_NAMES } from './words.ts';
import { useSetJoin } from './use-set-join.ts';

/**
 * Reads a shutter as an angle, or as an exposure such as 1/50, which is one at the rate of the
 * film.
 */
function shutterOf(text: string, plan: Plan): number {
  const exposure = /^\s*1\s*\/\s*\d/.test(text) ? parseRational(text.replace(/s\s*$/, '')) : null;
  return exposure
    ? numberOf(String(toNumber(angleOf(exposure, plan.rate))), 0, 360)
    : numberOf(text, 0, 360);
}

/** How the move of a join looks: easings, blur, what is beyond the edges, what is held. */
export function MoveLook({
  plan,
  facts: { cut, settings, overlap },
}: {
  plan: Plan;
  facts: JoinFacts;
}) {
  const id = useId();
  const set = useSetJoin(cut);
  const eased = settings.move !== 'own' && settings.move !== 'plain';
  const seconds = toNumber(exposureOf(rational(Math.round(settings.shutter * 10), 10), plan.rate));
  return (
    <>
      {eased && (
        <>
          <EasingField
            label="Easing out"
            value={settings.easeOut}
            onCommit={(easeOut) => set({ easeOut })}
          />
          <EasingField
            label="Easing in"
            value={settings.easeIn}
            onCommit={(easeIn) => set({ easeIn })}
          />
          <NumberField
            label="Blur"
            value={settings.blur}
            unit="px"
            least={0}
            most={2000}
            also="along the way"
            onCommit={(blur) => set({ blur })}
          />
        </>
      )}
      <NumberField
        label="Shutter"
        value={settings.shutter}
        unit="°"
        least={0}
        most={360}
        by={10}
        also={settings.shutter > 0 ? `1/${Math.round(1 / seconds)} s` : 'no blur'}
        parse={(text) => shutterOf(text, plan)}
        onCommit={(shutter) => set({ shutter })}
      />
      <Choose
        label="Beyond edges"
        value={settings.fill}
        of={FILL_NAMES}
        onChoose={(fill) => set({ fill })}
      />
      <Choose
        label="Hide edges"
        value={settings.cover}
        of={COVER_NAMES}
        onChoose={(cover) => set({ cover })}
      />
      {overlap &&
        (['out', 'in'] as const).map((side) => (
          <Form.Check
            key={side}
            type="switch"
            id={`${id}-hold-${side}`}
            label={
              side === 'out'
                ? 'Hold the outgoing where its file ends'
                : 'Hold the incoming where its file starts'
            }
            checked={settings.hold[side]}
            onChange={(event) => set({ hold: { ...settings.hold, [side]: event.target.checked } })}
          />
        ))}
    </>
  );
}
