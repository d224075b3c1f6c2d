import { Button } from 'react-bootstrap';
import { angleOf, exposureOf, type Look } from '@caesura/core/motion';
import type { Plan } from '@caesura/core/plan';
import { parseRational, percent, rational, toNumber } from '@caesura/core/time';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField, numberOf } from '../../fields/NumberField.tsx';
import { COVER_NAMES, FILL_NAMES, HINGE_NAMES, wayName } from './words.ts';

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

interface Props {
  readonly plan: Plan;
  readonly look: Look;
  readonly set: (change: Partial<Look>) => boolean;
  /** The one scale that hides the edges of all of it; null where that is not known. */
  readonly whole?: number | null;
}

/** The point that a move aims at and what it turns about. */
export function AimFields({
  look,
  set,
  turns,
}: Omit<Props, 'plan' | 'whole'> & { turns: boolean }) {
  const { aim, about } = look;
  return (
    <>
      <NumberField
        label="Aim across"
        value={aim.x * 100}
        unit="%"
        least={0}
        most={100}
        also="or drag the cross"
        onCommit={(x) => set({ aim: { ...aim, x: x / 100 } })}
      />
      <NumberField
        label="Aim down"
        value={aim.y * 100}
        unit="%"
        least={0}
        most={100}
        onCommit={(y) => set({ aim: { ...aim, y: y / 100 } })}
      />
      {turns && (
        <Choose
          label="Turns about"
          value={about}
          of={HINGE_NAMES}
          onChoose={(to) => set({ about: to })}
        />
      )}
    </>
  );
}

/** The direction of a blur, the shutter, what is beyond the edges and how they are hidden. */
export function LookFields({ plan, look, set, whole = null }: Props) {
  const { blurAlong, shutter, fill, cover } = look;
  const seconds = toNumber(exposureOf(rational(Math.round(shutter * 10), 10), plan.rate));
  return (
    <>
      {blurAlong === null ? (
        <p className="field-note">
          Blur goes along the way of the picture.{' '}
          <Button variant="link" size="sm" onClick={() => set({ blurAlong: 0 })}>
            Along an angle instead
          </Button>
        </p>
      ) : (
        <>
          <NumberField
            label="Blur along"
            value={blurAlong}
            unit="°"
            least={-360}
            most={360}
            by={15}
            also={wayName(blurAlong)}
            onCommit={(along) => set({ blurAlong: along })}
          />
          <Button variant="link" size="sm" onClick={() => set({ blurAlong: null })}>
            Blur along the way of the picture
          </Button>
        </>
      )}
      <NumberField
        label="Shutter"
        value={shutter}
        unit="°"
        least={0}
        most={360}
        by={10}
        also={shutter > 0 ? `1/${Math.round(1 / seconds)} s` : 'no blur'}
        parse={(text) => shutterOf(text, plan)}
        onCommit={(to) => set({ shutter: to })}
      />
      <Choose
        label="Beyond edges"
        value={fill}
        of={FILL_NAMES}
        onChoose={(to) => set({ fill: to })}
      />
      <Choose
        label="Hide edges"
        value={cover}
        of={COVER_NAMES}
        onChoose={(to) => set({ cover: to })}
      />
      {whole !== null && whole > 1.0005 && Number.isFinite(whole) && cover !== 'whole' && (
        <p className="field-note">
          {cover === 'each' ? 'The scale breathes with what each frame needs. ' : ''}
          <Button variant="link" size="sm" onClick={() => set({ cover: 'whole' })}>
            One scale of {percent(whole)} hides all of it
          </Button>
        </p>
      )}
    </>
  );
}
