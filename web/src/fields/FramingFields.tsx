import { framedIn, sameShape } from '@caesura/core/motion';
import { USUAL_FRAMING, type Framing, type Size } from '@caesura/core/plan';
import { percent } from '@caesura/core/time';
import { Choose } from './Choose.tsx';
import { NumberField } from './NumberField.tsx';

const NAMES: Readonly<Record<Framing['how'], string>> = {
  fill: 'fills the film',
  fit: 'is fitted into it',
  place: 'is placed in it',
};
/** The choice that gives the framing back to what is usual. */
const INHERITS = 'usual';

/** What of a picture is seen, and of the film covered, in words. */
const seenWords = (picture: Size, film: Size, framing: Framing): string => {
  const { seen, covers } = framedIn(picture, film, framing);
  return `${percent(seen)} of the picture is seen${covers < 1 - 1e-9 ? `; it covers ${percent(covers)} of the film` : ''}.`;
};

/**
 * How a picture of another shape lies in the film: filled, fitted or placed, with the point that is
 * kept. Nothing for a picture of the film's shape.
 */
export function FramingFields({
  picture,
  film,
  own,
  usual,
  usualName,
  onFrame,
}: {
  picture: Size;
  film: Size;
  /** What is set here; undefined where the usual is followed. */
  own: Framing | undefined;
  usual: Framing | undefined;
  /** What following the usual is called. */
  usualName: string;
  onFrame: (framing: Framing | null) => boolean;
}) {
  if (sameShape(picture, film)) return null;
  const inForce = own ?? usual ?? USUAL_FRAMING;
  const { how, keep, scale } = inForce;
  const set = (change: Partial<Framing>) => onFrame({ ...inForce, ...change });
  return (
    <>
      <Choose
        label="The picture"
        value={own ? how : INHERITS}
        of={{ [INHERITS]: usualName, ...NAMES } as Readonly<Record<string, string>>}
        onChoose={(chosen) =>
          chosen === INHERITS ? onFrame(null) : set({ how: chosen as Framing['how'] })
        }
      />
      <p className="field-note">{seenWords(picture, film, inForce)}</p>
      {own && how !== 'fit' && (
        <>
          {(['x', 'y'] as const).map((of) => (
            <NumberField
              key={of}
              label={of === 'x' ? 'Keep across' : 'Keep down'}
              value={keep[of] * 100}
              unit="%"
              least={0}
              most={100}
              by={5}
              onCommit={(part) => set({ keep: { ...keep, [of]: part / 100 } })}
            />
          ))}
        </>
      )}
      {own && how === 'place' && (
        <NumberField
          label="Scale"
          value={scale * 100}
          unit="%"
          least={5}
          most={2000}
          by={5}
          also="100 % fills"
          onCommit={(to) => set({ scale: to / 100 })}
        />
      )}
    </>
  );
}
