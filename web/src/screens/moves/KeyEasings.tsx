import { ownKeys } from '@caesura/core/joins';
import { ownPhraseKeys } from '@caesura/core/phrases';
import { PARAMETERS, type JoinKey, type PhraseKey } from '@caesura/core/plan';
import { Button } from 'react-bootstrap';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { EasingField } from '../../fields/EasingField.tsx';
import type { MoveItem } from './items.ts';
import type { TrackName } from './track.ts';
import { inUnit, UNITS } from './words.ts';

/** A key that the person set, on its frame of the film. */
interface OwnKey extends TrackName {
  readonly frame: number;
  readonly key: JoinKey | PhraseKey;
}

function ownKeysOf(item: MoveItem): OwnKey[] {
  if (item.kind === 'phrase') {
    const { settings, frames, lengths, start } = item.phrase;
    if (settings.kind !== 'own') return [];
    const own = ownPhraseKeys(settings, frames, lengths.lengthOf);
    return PARAMETERS.flatMap((of) =>
      (own[of] ?? []).map(({ at, key }) => ({ side: null, of, frame: start + at, key })),
    );
  }
  const { join } = item;
  if (join.settings.move !== 'own') return [];
  return (['out', 'in'] as const).flatMap((side) => {
    const own = ownKeys(side, join.settings, join);
    return PARAMETERS.flatMap((of) =>
      (own[of] ?? []).map(({ at, key }) => ({ side, of, frame: join.frame + at, key })),
    );
  });
}

/** The keys of a move of its own: each with its easing and what it keeps to, or all at once. */
export function KeyEasings({ item }: { item: MoveItem }) {
  const edit = useEdit();
  const keys = ownKeysOf(item);
  const own =
    item.kind === 'phrase'
      ? item.phrase.settings.kind === 'own'
      : item.join.settings.move === 'own';
  if (!own) return null;
  if (keys.length === 0) return <p>Type values under the frames; each becomes a key.</p>;
  const eases = new Set(keys.map(({ key }) => key.ease));
  const at = (frame: number) =>
    frame - (item.kind === 'phrase' ? item.phrase.start : item.join.frame);
  return (
    <details className="join-keys">
      <summary>Keys and their easings</summary>
      <EasingField
        label="All keys"
        value={eases.size === 1 ? keys[0]!.key.ease : 'linear'}
        onCommit={(ease) =>
          item.kind === 'phrase'
            ? edit('easePhraseKeys', item.key, ease)
            : edit('easeJoinKeys', item.join.cut, ease)
        }
      />
      {keys.map(({ side, of, frame, key }) => {
        const name = `${UNITS[of].name}${side ? ` ${side}` : ''} at ${frame}`;
        const keeps = key.at.by === 'part' ? 'part' : key.at.from;
        return (
          <div key={name}>
            <p className="figures">
              {name}: {inUnit(of, key.value)} {UNITS[of].unit}
              <Button
                variant="link"
                size="sm"
                aria-label={`Remove ${name}`}
                onClick={() =>
                  item.kind === 'phrase'
                    ? edit('removePhraseKey', item.key, { of, at: at(frame) })
                    : edit('removeJoinKey', item.join.cut, { side: side!, of, at: at(frame) })
                }
              >
                Remove
              </Button>
            </p>
            <EasingField
              label={`From ${frame}`}
              value={key.ease}
              onCommit={(ease) =>
                item.kind === 'phrase'
                  ? edit('setPhraseKey', item.key, { of, at: at(frame), value: key.value, ease })
                  : edit('setJoinKey', item.join.cut, {
                      side: side!,
                      of,
                      at: at(frame),
                      value: key.value,
                      ease,
                    })
              }
            />
            <Choose
              label="Keeps to"
              value={keeps}
              of={{
                part: 'its part',
                near: item.kind === 'phrase' ? 'frames from the peak' : 'frames from the cut',
                far: 'frames from the far end',
              }}
              onChoose={(how) =>
                item.kind === 'phrase'
                  ? edit('holdPhraseKey', item.key, { of, at: at(frame) }, how)
                  : edit('holdJoinKey', item.join.cut, { side: side!, of, at: at(frame) }, how)
              }
            />
          </div>
        );
      })}
    </details>
  );
}
