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
  correctClipRate: plans.correctClipRate,
  editCues: plans.editCues,
  declineMoment: plans.declineMoment,
  layOutSteadily,
  moveClip: plans.moveClip,
  moveCut: plans.moveCut,
  moveCutToCue: plans.moveCutToCue,
  moveMoment: plans.moveMoment,
  nameSection: plans.nameSection,
  nudgeCut: plans.nudgeCut,
  orderClips: plans.orderClips,
  pinAll: plans.pinAll,
  pinMoment: plans.pinMoment,
  pinMoments: plans.pinMoments,
  placeSound: plans.placeSound,
  relinkClips: plans.relinkClips,
  removeClip: plans.removeClip,
  removeCut: plans.removeCut,
  removeSound: plans.removeSound,
  setEnding: plans.setEnding,
  setLimits: plans.setLimits,
  setMusic: plans.setMusic,
  setRegion: plans.setRegion,
  setShotClip: plans.setShotClip,
  setUsable: plans.setUsable,
  splitClip: plans.splitClip,
  switchCues: plans.switchCues,
  takeScore: plans.takeScore,
  unpinMoment: plans.unpinMoment,
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
  correctClipRate: 'correct a rate',
  editCues: 'change cues',
  declineMoment: 'decline a moment',
  layOutSteadily: 'lay out',
  moveClip: 'reorder clips',
  moveCut: 'move a cut',
  moveCutToCue: 'move a cut to a cue',
  moveMoment: 'move a moment',
  nameSection: 'name a section',
  nudgeCut: 'nudge a cut',
  orderClips: 'order the clips',
  pinAll: 'keep moments',
  pinMoment: 'keep a moment',
  pinMoments: 'keep moments',
  placeSound: 'place a sound',
  relinkClips: 'find a clip’s file',
  removeClip: 'remove a clip',
  removeCut: 'remove a cut',
  removeSound: 'remove a sound',
  setEnding: 'choose an ending',
  setLimits: 'set what is still',
  setMusic: 'choose music',
  setRegion: 'choose the region',
  setShotClip: 'choose a clip for a shot',
  setUsable: 'trim a clip',
  splitClip: 'split a clip',
  switchCues: 'switch cues',
  takeScore: 'take a layout',
  unpinMoment: 'let a moment go',
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
