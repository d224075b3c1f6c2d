import {
  heldBrokenWords,
  keptInPlace,
  looseWords,
  placeDifferences,
  rateChange,
  roundedWords,
  sourceMoves,
  sourceMoveWords,
  unfollowedWords,
} from '@caesura/core/edits';
import { checkedChange, keptSame, type Plan } from '@caesura/core/plan';
import { plural, type FrameRate } from '@caesura/core/time';
import { noticed } from './notices.ts';
import { applied, EDIT_LABELS, type EditArguments, type EditName } from './plan-edits.ts';
import { planEdited } from './plan-state.ts';
import type { AppDispatch, RootState } from './store.ts';

/** Edits of speeds, after which a source in may have moved beside what they are for. */
const SPEEDS: ReadonlySet<EditName> = new Set<EditName>([
  'setRamp',
  'setRampKey',
  'moveRampKey',
  'copySpeeds',
  'pasteSpeeds',
  'rampAtCut',
  'matchSpeed',
  'changeRampGroup',
  'followRamp',
]);

/** What of a clip that came is not as it was wanted. */
function placedWords([waiting, came]: readonly unknown[], { clips }: Plan): string {
  const [was, is] = [waiting, came].map((id) => clips.find((clip) => clip.id === id));
  return was && is ? placeDifferences(was, is).join(' ') : '';
}

/** What an edit changed beside its aim, in words; empty where that is nothing. */
function alsoChanged(name: EditName, args: readonly unknown[], before: Plan, after: Plan): string {
  const said =
    name === 'takePlace'
      ? placedWords(args, before)
      : SPEEDS.has(name)
        ? sourceMoveWords(sourceMoves(before, after))
        : name === 'changeRate'
          ? roundedWords(rateChange(before, args[0] as FrameRate).rounded)
          : '';
  return [
    heldBrokenWords(before, after),
    unfollowedWords(before, after),
    looseWords(before, after),
    said,
  ]
    .filter(Boolean)
    .join(' ');
}

/** Nudges of one cut in a row are one step back. */
const groupOf = (name: EditName, args: readonly unknown[]): string | null =>
  name === 'nudgeCut' ? `nudge ${plural(Number(args[0]), 'cut')}` : null;

/**
 * An edit of the open plan by its name, with what follows the plan among its arguments. It is made
 * and checked before it enters the store; what else it changed is told. Throws what the edit
 * throws, or why its plan could not be saved; the plan is then as it was.
 */
export const edit =
  <N extends EditName>(name: N, ...args: EditArguments<N>) =>
  (dispatch: AppDispatch, getState: () => RootState): void => {
    const before = getState().history.present?.plan;
    if (!before) return;
    const made = applied(before, name, args);
    if (made === before) return;
    const plan = checkedChange(before, keptSame(before, keptInPlace(before, made)));
    // A value that is there already is no step.
    if (plan === before) return;
    dispatch(planEdited({ plan, label: EDIT_LABELS[name], group: groupOf(name, args) }));
    const also = alsoChanged(name, args, before, plan);
    if (also) dispatch(noticed({ kind: 'done', message: also }));
  };
