import { layOutSteadily } from '@caesura/core/layout';
import * as plans from '@caesura/core/plan';
import type { Plan } from '@caesura/core/plan';

/** Every edit of a plan that the interface offers, by name: pure functions of core. */
const EDITS = {
  addClips: plans.addClips,
  addSound: plans.addSound,
  asHeard: plans.asHeard,
  bringIn: plans.bringIn,
  changeBrief: plans.changeBrief,
  changeClip: plans.changeClip,
  changeRate: plans.changeRate,
  correctBeats: plans.correctBeats,
  editCues: plans.editCues,
  endUsableAt: plans.endUsableAt,
  layOutSteadily,
  moveClip: plans.moveClip,
  moveCut: plans.moveCut,
  moveCutToCue: plans.moveCutToCue,
  nameSection: plans.nameSection,
  nudgeCut: plans.nudgeCut,
  placeSound: plans.placeSound,
  removeClip: plans.removeClip,
  removeCut: plans.removeCut,
  removeSound: plans.removeSound,
  setEnding: plans.setEnding,
  setMusic: plans.setMusic,
  setRegion: plans.setRegion,
  setShotClip: plans.setShotClip,
  splitClip: plans.splitClip,
  switchCues: plans.switchCues,
};

export type EditName = keyof typeof EDITS;
export type EditArguments<N extends EditName> = (typeof EDITS)[N] extends (plan: Plan, ...rest: infer R) => Plan
  ? R
  : never;

/** What an edit is called beside undo and redo. */
export const EDIT_LABELS: Readonly<Record<EditName, string>> = {
  addClips: 'add clips',
  addSound: 'add a sound',
  asHeard: 'take back corrections',
  bringIn: 'bring cues in',
  changeBrief: 'change the brief',
  changeClip: 'change a clip',
  changeRate: 'change the rate',
  correctBeats: 'correct the beats',
  editCues: 'change cues',
  endUsableAt: 'trim a clip',
  layOutSteadily: 'lay out',
  moveClip: 'reorder clips',
  moveCut: 'move a cut',
  moveCutToCue: 'move a cut to a cue',
  nameSection: 'name a section',
  nudgeCut: 'nudge a cut',
  placeSound: 'place a sound',
  removeClip: 'remove a clip',
  removeCut: 'remove a cut',
  removeSound: 'remove a sound',
  setEnding: 'choose an ending',
  setMusic: 'choose music',
  setRegion: 'choose the region',
  setShotClip: 'choose a clip for a shot',
  splitClip: 'split a clip',
  switchCues: 'switch cues',
};

/** An edit as a store action. */
export type EditAction = {
  readonly type: 'plan/edited';
  readonly payload: { readonly name: EditName; readonly args: readonly unknown[] };
};

/** The action of an edit: its name and what follows the plan among its arguments. */
export const edit = <N extends EditName>(name: N, ...args: EditArguments<N>): EditAction => ({
  type: 'plan/edited',
  payload: { name, args },
});

export const isEdit = (action: { type: string }): action is EditAction => action.type === 'plan/edited';

/** Applies an edit. Throws what the edit throws; the plan is then as it was. */
export function applied(plan: Plan, { name, args }: EditAction['payload']): Plan {
  return (EDITS[name] as (plan: Plan, ...rest: readonly unknown[]) => Plan)(plan, ...args);
}
