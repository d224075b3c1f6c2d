import { Button } from 'react-bootstrap';
import { anchorOn, type Film } from '@caesura/core/film';
import type { Anchor, PlaceAnchor } from '@caesura/core/plan';
import { frames as framesOf } from '@caesura/core/time';
import { WholeField } from '../fields/WholeField.tsx';
import { anchorWords } from './anchor-words.ts';

/** Where something starts or ends in the film: what it is tied to, chosen among what is near. */
export function AnchorField({
  film,
  label,
  anchor,
  frame,
  position,
  first = 'heard',
  onChoose,
}: {
  film: Film;
  label: string;
  anchor: Anchor;
  frame: number;
  position: number;
  /** What counts first where a cut is on what is heard. */
  first?: 'heard' | 'cut';
  onChoose: (anchor: PlaceAnchor) => boolean;
}) {
  return (
    <>
      <WholeField
        label={label}
        value={frame}
        least={0}
        most={film.shots.at(-1)?.end ?? 0}
        also={<span>{anchorWords(film, anchor, frame)}</span>}
        onCommit={(to) => onChoose(anchorOn(film.plan, framesOf(to), first))}
      />
      <p className="field-note">
        <Button
          variant="link"
          size="sm"
          onClick={() => onChoose(anchorOn(film.plan, framesOf(position), first))}
        >
          to the position
        </Button>
        {anchor.on !== 'frame' && (
          <Button
            variant="link"
            size="sm"
            onClick={() => onChoose({ on: 'frame', frame: framesOf(Math.max(0, frame)) })}
          >
            to its frame
          </Button>
        )}
      </p>
    </>
  );
}
