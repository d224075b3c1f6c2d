import { Play } from 'lucide-react';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { dropsLeftOut, musicWindows, type MusicWindow } from '@caesura/core/endings';
import type { Plan, Sound } from '@caesura/core/plan';
import { barWords, counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';

/** What a part of the music holds, and what it leaves out. */
function describe({ drop, wholeRise, ringsOn, without }: MusicWindow): string {
  const holds = drop
    ? `The drop, bar ${drop.bar}, at ${Math.round(100 * drop.part)} % of the film`
    : 'No drop';
  const rise = wholeRise === null ? '' : wholeRise ? ', its rise whole' : ', its rise cut off';
  const rings = ringsOn > 0 ? ` Fades over the last ${counted(ringsOn, 'frame')}.` : '';
  const lost = without.length > 0 ? ` Leaves out the drop at ${barWords(without)}.` : '';
  return `${holds}${rise}.${rings}${lost}`;
}

/**
 * Parts of the music for a film that is shorter, each from bar line to bar line, to be heard and to
 * be chosen; nothing where the film is as long.
 */
export function MusicParts({
  plan,
  sound,
  onHear,
}: {
  plan: Plan;
  sound: Sound;
  onHear: (part: MusicWindow) => void;
}) {
  const edit = useEdit();
  const parts = useMemo(() => musicWindows(plan, sound), [plan, sound]);
  const lost = dropsLeftOut(plan, sound);
  if (parts.length === 0) return null;
  return (
    <>
      <h3>Parts for the film</h3>
      {lost.length > 0 && (
        <p className="hint">The part that is used leaves out the drop at {barWords(lost)}.</p>
      )}
      <ul className="endings" aria-label="Parts for the film">
        {parts.map((part) => {
          const used = part.region.in === sound.region.in && part.region.out === sound.region.out;
          return (
            <li key={part.from}>
              <p>
                Bars {part.from} to {part.to}. {describe(part)}
              </p>
              <div className="buttons">
                <Button variant="outline-dark" size="sm" onClick={() => onHear(part)}>
                  <Play size={13} /> Hear
                </Button>
                <Button
                  variant="outline-dark"
                  size="sm"
                  disabled={used}
                  onClick={() => edit('setEnding', sound.id, part)}
                >
                  {used ? 'Used' : 'Use'}
                </Button>
              </div>
            </li>
          );
        })}
      </ul>
    </>
  );
}
