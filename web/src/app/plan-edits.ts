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
  changeWishes: plans.changeWishes,
  correctBeats: plans.correctBeats,
  correctClipRate: plans.correctClipRate,
  declineMoment: plans.declineMoment,
  drawPace: plans.drawPace,
  editCues: plans.editCues,
  layOutSteadily,
  lockCut: plans.lockCut,
  /** Takes the plan that a mend of a conflict made of it. */
  mendPlan: (_plan: Plan, mended: Plan): Plan => mended,
  moveClip: plans.moveClip,
  moveCut: plans.moveCut,
  moveCuts: plans.moveCuts,
  moveCutToCue: plans.moveCutToCue,
  moveMoment: plans.moveMoment,
  moveShot: plans.moveShot,
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
  setShotLength: plans.setShotLength,
  setUsable: plans.setUsable,
  showInShot: plans.showInShot,
  slipShot: plans.slipShot,
  splitClip: plans.splitClip,
  splitShot: plans.splitShot,
  swapShots: plans.swapShots,
  switchCues: plans.switchCues,
  takeScore: plans.takeScore,
  takeStretch: plans.takeStretch,
  unpinMoment: plans.unpinMoment,
  wishClip: plans.wishClip,
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
  changeWishes: 'change what is wished',
  correctBeats: 'correct the beats',
  correctClipRate: 'correct a rate',
  declineMoment: 'decline a moment',
  drawPace: 'draw the pace',
  editCues: 'change cues',
  layOutSteadily: 'lay out',
  lockCut: 'lock a cut',
  mendPlan: 'mend a conflict',
  moveClip: 'reorder clips',
  moveCut: 'move a cut',
  moveCuts: 'move cuts',
  moveCutToCue: 'move a cut to a cue',
  moveMoment: 'move a moment',
  moveShot: 'move a shot',
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
  setShotLength: 'change a length',
  setUsable: 'trim a clip',
  showInShot: 'fill a shot',
  slipShot: 'slip a shot',
  splitClip: 'split a clip',
  splitShot: 'split a shot',
  swapShots: 'swap shots',
  switchCues: 'switch cues',
  takeScore: 'take a layout',
  takeStretch: 'take a stretch',
  unpinMoment: 'let a moment go',
  wishClip: 'change what is wished',
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
