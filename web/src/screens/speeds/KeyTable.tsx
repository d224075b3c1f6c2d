import { Button } from 'react-bootstrap';
import { speedAt } from '@caesura/core/curves';
import type { Film, ShotFacts } from '@caesura/core/film';
import type { Ramp } from '@caesura/core/plan';
import { ordered, placeOf, toSpeed } from '@caesura/core/ramps';
import { rational } from '@caesura/core/time';
import { EasingField } from '../../fields/EasingField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { useSpeedEdit } from './use-held-edit.ts';
import { Word } from '../../components/Word.tsx';

/** Moments and cues inside a shot, on each of which a key can be put. */
function KeyPlaces({
  film,
  facts,
  onChoose,
}: {
  film: Film;
  facts: ShotFacts;
  onChoose: (k: number) => void;
}) {
  const { clip, time, start, end, length } = facts;
  if (!clip || !time) return null;
  const moments = clip.moments.flatMap(({ at, kind }) => {
    const k = Array.from({ length }, (_, i) => i).find((i) => time.at(i) >= at);
    return k === undefined || at < time.at(0) ? [] : [{ k, words: `${kind} at ${at}` }];
  });
  const cues = film.cues
    .filter(({ frame }) => frame > start && frame < end)
    .map(({ frame, kind, name }) => ({ k: frame - start, words: name ?? kind }));
  const places = [
    ...new Map([...cues, ...moments].map((place) => [`${place.k} ${place.words}`, place])).values(),
  ].sort((a, b) => a.k - b.k);
  if (places.length === 0) return null;
  return (
    <select
      aria-label="Key at a moment or cue"
      className="form-select form-select-sm"
      value=""
      onChange={(event) => onChoose(Number(event.target.value))}
    >
      <option value="">Key at…</option>
      {places.map(({ k, words }) => (
        <option key={`${k} ${words}`} value={k}>
          {start + k}, {words}
        </option>
      ))}
    </select>
  );
}

/** The keys of the speeds of a shot, typed by film frame, source frame, speed and easing. */
export function KeyTable({
  film,
  facts,
  ramp,
  at,
}: {
  film: Film;
  facts: ShotFacts;
  ramp: Ramp;
  at: number;
}) {
  const edit = useSpeedEdit();
  const { index, start, length, time } = facts;
  if (!time) return null;
  const keys = ordered(ramp, length);
  const here = at - start;
  const keyAt = (k: number) =>
    edit('setRampKey', index, { at: k, speed: toSpeed(speedAt(time.curve, k)) });
  const frameOf = (source: number): number | null => {
    for (let k = 0; k <= length; k++) if (time.at(k) >= source) return k;
    return null;
  };
  return (
    <section aria-label="Keys" className="key-table">
      <h3>
        <Word>Keys</Word>
      </h3>
      {keys.map((key, i) => {
        const k = placeOf(key, length);
        const speed = rational(key.speed.num, key.speed.den);
        const name = `key ${i + 1}`;
        return (
          <div key={i} className="speed-key" role="group" aria-label={`Speed ${name}`}>
            <WholeField
              label={`Frame of ${name}`}
              value={start + k}
              least={start}
              most={start + length}
              onCommit={(frame) => edit('moveRampKey', index, i, { at: frame - start, speed })}
            />
            <WholeField
              label={`Source of ${name}`}
              value={time.at(Math.min(length, Math.max(0, k)))}
              least={0}
              most={10_000_000}
              onCommit={(source) => {
                const to = frameOf(source);
                return to !== null && edit('moveRampKey', index, i, { at: to, speed });
              }}
            />
            <NumberField
              label={`Speed of ${name}`}
              value={(100 * key.speed.num) / key.speed.den}
              unit="%"
              least={-10_000}
              most={10_000}
              by={10}
              onCommit={(percent) =>
                edit('moveRampKey', index, i, { at: k, speed: toSpeed(percent / 100) })
              }
            />
            {i < keys.length - 1 && (
              <EasingField
                label={`After ${name}`}
                value={key.ease}
                onCommit={(ease) =>
                  edit(
                    'setRamp',
                    index,
                    keys.map((other, j) => (j === i ? { ...other, ease } : other)),
                  )
                }
              />
            )}
            {facts.ramp && (
              <Button
                variant="link"
                size="sm"
                aria-label={`Remove ${name}`}
                onClick={() =>
                  edit('setRamp', index, keys.length > 1 ? keys.filter((_, j) => j !== i) : null)
                }
              >
                Remove
              </Button>
            )}
          </div>
        );
      })}
      <div className="buttons">
        {here >= 0 && here <= length && (
          <Button
            variant="outline-dark"
            onClick={() => keyAt(here)}
            title="N: a key at the position, at the speed that is there"
          >
            Key at frame {at}
          </Button>
        )}
        <KeyPlaces {...{ film, facts }} onChoose={keyAt} />
        {facts.ramp && (
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, null)}>
            One speed
          </Button>
        )}
      </div>
    </section>
  );
}
