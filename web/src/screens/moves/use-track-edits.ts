import { useCallback, useState } from 'react';
import { useEdit } from '../../app/hooks.ts';
import type { MoveItem } from './items.ts';
import type { PutKey } from './copied-keys.ts';
import type { Track, TrackName } from './track.ts';
import { MOVE_NAMES, PHRASE_NAMES, UNITS } from './words.ts';

/** Edits of the keys of an item, on frames of the film. */
export interface TrackEdits {
  readonly set: (track: TrackName, frame: number, value: number) => boolean;
  readonly move: (track: TrackName, key: { from: number; to: number; value?: number }) => boolean;
  readonly remove: (track: TrackName, frame: number) => boolean;
  /** Puts keys in place of all of a track. */
  readonly put: (track: TrackName, keys: readonly PutKey[]) => boolean;
  readonly ease: (track: Track, frame: number, ease: string) => boolean;
  /** What the last edit changed beside what was asked; empty where nothing. */
  readonly said: string;
}

/** What an edit of a key gives an item up for: the values of its move are its own from then on. */
function givenUp(item: MoveItem): string {
  if (item.kind === 'phrase') {
    const { kind } = item.phrase.settings;
    return kind === 'own'
      ? ''
      : `The values of “${PHRASE_NAMES[kind]}” are keys of its own from now on, all on their frames.`;
  }
  const { settings, join } = item.join;
  return settings.move === 'own' || !join
    ? ''
    : `The values of “${MOVE_NAMES[settings.move]}” are keys of its own from now on, both sides on their frames.`;
}

/** Sets, moves, eases and removes keys of a cut or of a phrase, and says what else that changed. */
export function useTrackEdits(item: MoveItem): TrackEdits {
  const edit = useEdit();
  const [said, setSaid] = useState('');
  const done = useCallback(
    (taken: boolean, also: string) => {
      if (taken) setSaid([also, givenUp(item)].filter(Boolean).join(' '));
      return taken;
    },
    [item],
  );
  const set = (name: TrackName, frame: number, value: number, ease?: string): boolean =>
    item.kind === 'phrase'
      ? edit('setPhraseKey', item.key, {
          of: name.of,
          at: frame - item.phrase.start,
          value,
          ...(ease !== undefined && { ease }),
        })
      : edit('setJoinKey', item.join.cut, {
          side: name.side!,
          of: name.of,
          at: frame - item.join.frame,
          value,
          ...(ease !== undefined && { ease }),
        });
  return {
    said,
    set: (name, frame, value) => done(set(name, frame, value), ''),
    ease: (track, frame, ease) => done(set(track, frame, track.at(frame), ease), ''),
    move(name, { from, to, ...value }) {
      const offset = item.kind === 'phrase' ? item.phrase.start : item.join.frame;
      const key = { of: name.of, from: from - offset, to: to - offset, ...value };
      return done(
        item.kind === 'phrase'
          ? edit('movePhraseKey', item.key, key)
          : edit('moveJoinKey', item.join.cut, { side: name.side!, ...key }),
        '',
      );
    },
    put(name, keys) {
      const offset = item.kind === 'phrase' ? item.phrase.start : item.join.frame;
      const placed = keys.map(({ frame, value, ease }) => ({ at: frame - offset, value, ease }));
      return done(
        item.kind === 'phrase'
          ? edit('putPhraseKeys', item.key, name.of, placed)
          : edit('putJoinKeys', item.join.cut, { side: name.side!, of: name.of }, placed),
        `${keys.length} keys of ${UNITS[name.of].name} are in place of those that were there.`,
      );
    },
    remove: (name, frame) =>
      done(
        item.kind === 'phrase'
          ? edit('removePhraseKey', item.key, { of: name.of, at: frame - item.phrase.start })
          : edit('removeJoinKey', item.join.cut, {
              side: name.side!,
              of: name.of,
              at: frame - item.join.frame,
            }),
        `The key of ${UNITS[name.of].name} on frame ${frame} is gone; the values go from the one before to the one after.`,
      ),
  };
}
