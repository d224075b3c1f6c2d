import { switchFaults } from '@caesura/core/faults';
import * as joins from '@caesura/core/joins';
import { layOutSteadily } from '@caesura/core/layout';
import * as plans from '@caesura/core/plan';
import type { Plan } from '@caesura/core/plan';
import * as ramps from '@caesura/core/ramps';

/** Every edit of a plan that the interface offers, by name: pure functions of core. */
const EDITS = {
  addClips: plans.addClips,
  addRecipes: joins.addRecipes,
  addSound: plans.addSound,
  asHeard: plans.asHeard,
  bringIn: plans.bringIn,
  changeBrief: plans.changeBrief,
  changeClip: plans.changeClip,
  changeJoin: joins.changeJoin,
  changeRampGroup: ramps.changeRampGroup,
  changeRate: plans.changeRate,
  changeRecipe: joins.changeRecipe,
  changeWishes: plans.changeWishes,
  correctBeats: plans.correctBeats,
  correctClipRate: plans.correctClipRate,
  declineMoment: plans.declineMoment,
  drawPace: plans.drawPace,
  editCues: plans.editCues,
  followRamp: ramps.followRamp,
  followRecipe: joins.followRecipe,
  keepRamp: ramps.keepRamp,
  keepRecipe: joins.keepRecipe,
  layOutSteadily,
  lockCut: plans.lockCut,
  /** Takes the plan that a mend made of it. */
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
  placeRamp: ramps.placeRamp,
  placeSound: plans.placeSound,
  putRecipe: joins.putRecipe,
  relinkClips: plans.relinkClips,
  removeClip: plans.removeClip,
  removeCut: plans.removeCut,
  removeJoinKey: joins.removeJoinKey,
  removeRecipe: joins.removeRecipe,
  removeRampKey: ramps.removeRampKey,
  removeSound: plans.removeSound,
  renameRecipe: joins.renameRecipe,
  setEnding: plans.setEnding,
  setJoinKey: joins.setJoinKey,
  setLimits: plans.setLimits,
  setMove: joins.setMove,
  setMusic: plans.setMusic,
  setRamp: ramps.setRamp,
  setRampKey: ramps.setRampKey,
  setRegion: plans.setRegion,
  setShotClip: plans.setShotClip,
  setShotLength: plans.setShotLength,
  setUsable: plans.setUsable,
  setWindow: joins.setWindow,
  showInShot: plans.showInShot,
  slipShot: plans.slipShot,
  splitClip: plans.splitClip,
  splitShot: plans.splitShot,
  swapShots: plans.swapShots,
  switchCues: plans.switchCues,
  switchFaults,
  switchJoin: joins.switchJoin,
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
  addRecipes: 'bring recipes in',
  addSound: 'add a sound',
  asHeard: 'take back corrections',
  bringIn: 'bring cues in',
  changeBrief: 'change the brief',
  changeClip: 'change a clip',
  changeJoin: 'change a join',
  changeRampGroup: 'change a ramp',
  changeRate: 'change the rate',
  changeRecipe: 'change a recipe',
  changeWishes: 'change what is wished',
  correctBeats: 'correct the beats',
  correctClipRate: 'correct a rate',
  declineMoment: 'decline a moment',
  drawPace: 'draw the pace',
  editCues: 'change cues',
  followRamp: 'follow a ramp',
  followRecipe: 'follow a recipe',
  keepRamp: 'keep a ramp',
  keepRecipe: 'keep a recipe',
  layOutSteadily: 'lay out',
  lockCut: 'lock a cut',
  mendPlan: 'mend a fault',
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
  placeRamp: 'ramp a shot',
  placeSound: 'place a sound',
  putRecipe: 'put a recipe on cuts',
  relinkClips: 'find a clip’s file',
  removeClip: 'remove a clip',
  removeCut: 'remove a cut',
  removeJoinKey: 'remove a key',
  removeRecipe: 'remove a recipe',
  removeRampKey: 'remove a key',
  removeSound: 'remove a sound',
  renameRecipe: 'rename a recipe',
  setEnding: 'choose an ending',
  setJoinKey: 'set a value',
  setLimits: 'set what is still',
  setMove: 'choose a move',
  setMusic: 'choose music',
  setRamp: 'ramp a shot',
  setRampKey: 'set a speed',
  setRegion: 'choose the region',
  setShotClip: 'choose a clip for a shot',
  setShotLength: 'change a length',
  setUsable: 'trim a clip',
  setWindow: 'change a window',
  showInShot: 'fill a shot',
  slipShot: 'slip a shot',
  splitClip: 'split a clip',
  splitShot: 'split a shot',
  swapShots: 'swap shots',
  switchCues: 'switch cues',
  switchFaults: 'tell a kind of fault',
  switchJoin: 'switch a join',
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
