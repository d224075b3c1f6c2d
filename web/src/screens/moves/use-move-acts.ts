import { useCallback } from 'react';
import { copyMove, copyPhrase } from '@caesura/core/copying';
import { nearestHeard, usualPlace } from '@caesura/core/edits';
import type { PhraseKind, Plan } from '@caesura/core/plan';
import { CaesuraError, frames, type Frames } from '@caesura/core/time';
import { cutPlaces, useCopying } from '../../app/copying.ts';
import { useEdit } from '../../app/hooks.ts';
import {
  oneKey,
  SIDEWAYS,
  twoKeys,
  UP_AND_DOWN,
  useScreenKeys,
  ZOOM_KEYS,
} from '../../app/keys.ts';
import { useAppDispatch } from '../../app/store.ts';
import { placed } from '../../app/view.ts';
import type { MoveItem } from './items.ts';
import type { Choice } from './use-choice.ts';
import type { Stage } from './use-stage.ts';

/** What the acts of the screen are about. */
interface About {
  readonly plan: Plan;
  readonly item: MoveItem | undefined;
  readonly choice: Choice;
  readonly frame: Frames;
  /** Goes to the item after the open one or before it, or to the next with a fault. */
  readonly byItem: (by: 1 | -1) => void;
  readonly toFault: () => void;
  readonly go: (key: string) => void;
  readonly stage: Stage;
  /** Whether recipes that are put by their keys go to the nearest cue or beat. */
  readonly snaps: boolean;
}

/** The acts of the screen, with their keys. */
export function useMoveActs(about: About) {
  const { plan, item, choice, frame, byItem, toFault, go, stage, snaps } = about;
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const length = plan.score?.length ?? 1;
  const addPhrase = useCallback(
    (kind: PhraseKind) => {
      const known = new Set(plan.phrases.map(({ id }) => id));
      const place = usualPlace(plan, frame, { kind, toCut: true });
      if (!edit('addPhrases', [place], { set: { kind } })) return;
      // The new one is opened: it has the first id that was free.
      let n = plan.phrases.length + 1;
      while (known.has(`phrase-${n}`)) n++;
      go(`phrase-${n}`);
    },
    [plan, frame, edit, go],
  );
  const byFrame = (by: 1 | -1) =>
    dispatch(placed(frames(Math.min(length - 1, Math.max(0, frame + by)))));
  const resize = (by: 1 | -1) => {
    if (item?.kind === 'phrase')
      edit('resizePhrase', item.key, 'end', frames(Math.max(1, item.phrase.end + by)));
    if (item?.kind === 'cut' && item.join.join) {
      const { cut, before, after } = item.join;
      edit('setWindow', cut, Math.max(0, before + by), Math.max(0, after + by));
    }
  };
  const putFavourite = (key: number) => {
    const recipe = plan.recipes.find(({ favourite }) => favourite === key);
    if (recipe?.for === 'phrase') {
      const here = stage.playingAt() ?? frame;
      const at = snaps ? nearestHeard(plan, frames(here)) : frames(here);
      const { kind } = recipe.settings;
      edit('putPhraseRecipe', recipe.id, [usualPlace(plan, at, { kind, toCut: false })]);
    }
    if (recipe?.for === 'cut' && choice.cuts.length > 0) edit('putRecipe', recipe.id, choice.cuts);
  };
  const switchThese = () => {
    if (item?.kind === 'cut') edit('switchJoins', choice.cuts, !item.join.join?.off);
    if (item?.kind === 'phrase') edit('switchPhrases', choice.phrases, !item.phrase.phrase.off);
  };
  const removeThese = () => {
    if (item?.kind === 'phrase') edit('removePhrases', choice.phrases);
  };
  const copying = useCopying(
    plan,
    () => {
      if (!item) throw new CaesuraError('nothing-chosen', 'No move is open.', 'Open one first.');
      return item.kind === 'cut' ? copyMove(plan, item.join.cut) : copyPhrase(plan, item.key);
    },
    () => ({
      from: frame,
      cuts: choice.cuts,
      shots: choice.cuts,
      places: item?.kind === 'cut' ? cutPlaces(plan, choice.cuts) : [{ frame, cut: null }],
    }),
  );
  useScreenKeys([
    ...copying.keys,
    oneKey(stage.still ? 'play it' : 'stop', ['space', 'space'], stage.play, { footer: true }),
    oneKey('half speed', ['h', 'H'], () => stage.setHalf(!stage.half)),
    oneKey('with or without', ['w', 'W'], () => stage.setPlain(!stage.plain)),
    oneKey('aim or as seen', ['v', 'V'], () => stage.setSeen(!stage.seen)),
    twoKeys('frame', SIDEWAYS, byFrame),
    twoKeys('cut or phrase', UP_AND_DOWN, byItem),
    twoKeys('longer or shorter', ZOOM_KEYS, resize, { footer: false }),
    oneKey('new phrase here', ['n', 'N'], () => addPhrase('punch-in'), { footer: true }),
    oneKey('on or off', ['o', 'O'], switchThese, { footer: true }),
    oneKey('next fault', ['f', 'F'], toFault),
    oneKey('remove the phrase', ['delete', 'Del'], removeThese),
    {
      label: 'put the recipe of a key here',
      keys: Array.from({ length: 9 }, (_, i) => ({
        combo: String(i + 1),
        cap: String(i + 1),
        run: () => putFavourite(i + 1),
      })),
    },
  ]);
  return { addPhrase };
}
