import { Play } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { barLinesOf, type EndingChoice } from '@caesura/core/endings';
import type { Plan, Sound } from '@caesura/core/plan';
import { counted, lengthTimecode, secondsOf } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useEndings } from './use-endings.ts';

interface Props {
  readonly plan: Plan;
  readonly sound: Sound;
  readonly onHear: (choice: EndingChoice) => void;
}

const errorText = (error: number): string =>
  error === 0 ? 'exact' : `${counted(Math.abs(error), 'frame')} ${error > 0 ? 'over' : 'short'}`;

/** The bar that starts nearest to a sample, counted from the first in the part used. */
function barAt(sound: Sound, at: number): number {
  const lines = barLinesOf({
    ...sound,
    region: { in: sound.region.in, out: sound.analysis.length },
  });
  if (!lines) return 0;
  return (
    1 +
    lines.at.reduce(
      (best, line, i) => (Math.abs(line - at) < Math.abs(lines.at[best]! - at) ? i : best),
      0,
    )
  );
}

/** An ending in words. */
function describe(sound: Sound, { how, splices, region }: EndingChoice): string {
  const same = splices.every((s) => s.leave === splices[0]!.leave && s.enter === splices[0]!.enter);
  if (how === 'bar line') return `Fades out to the end of bar ${barAt(sound, region.out) - 1}`;
  if (how === 'fade') return 'Fades out to the target';
  if (splices.length === 0) return 'As it is now';
  const [first] = splices;
  const [leave, enter] = [barAt(sound, first!.leave), barAt(sound, first!.enter)];
  const times = splices.length === 1 ? 'once' : `${splices.length} times`;
  const words = !same
    ? `Goes from bar ${splices.map((s) => `${barAt(sound, s.leave)} to ${barAt(sound, s.enter)}`).join(', from ')}`
    : enter > leave
      ? `Leaves out bars ${leave} to ${enter - 1}`
      : `Repeats bars ${enter} to ${leave - 1} ${times}`;
  return how === 'as it is' ? `As it is now. ${words}` : words;
}

/**
 * The ways in which the sound can end near the target: each with its error, to be heard and to be
 * chosen.
 */
export function Endings({ plan, sound, onHear }: Props) {
  const edit = useEdit();
  const choices = useEndings(plan, sound);
  return (
    <>
      <h3>Endings near the target</h3>
      {choices === null ? (
        <p className="hint" role="status">
          Looking for endings
        </p>
      ) : (
        <ul className="endings" aria-label="Endings">
          {choices.map((choice, i) => (
            <li key={i}>
              <p>{describe(sound, choice)}</p>
              <p
                className="figures"
                title={`${lengthTimecode(choice.ends, plan)} · ${secondsOf(choice.ends, plan.rate)}`}
              >
                <b>{errorText(choice.error)}</b>
                {choice.likeness !== null &&
                  ` · ≈ ${Math.max(0, Math.round(100 * choice.likeness))} % alike`}
              </p>
              <div className="buttons">
                <Button variant="outline-dark" size="sm" onClick={() => onHear(choice)}>
                  <Play size={13} /> Hear
                </Button>
                {choice.how !== 'as it is' && (
                  <Button
                    variant="outline-dark"
                    size="sm"
                    onClick={() => edit('setEnding', sound.id, choice)}
                  >
                    Use
                  </Button>
                )}
              </div>
            </li>
          ))}
        </ul>
      )}
      {sound.chromaAndTimbre === null && (
        <p className="hint">
          Splices can be offered once the file has been listened to again: choose it once more.
        </p>
      )}
    </>
  );
}
