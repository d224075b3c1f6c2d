import type { Fault, FaultArea } from '@caesura/core/faults';

/** The screen on which faults of an area are mended. */
export const SCREEN_OF: Readonly<Record<FaultArea, string>> = {
  music: 'listen',
  clips: 'footage',
  layout: 'score',
  joins: 'moves',
  phrases: 'moves',
  speeds: 'speeds',
  effects: 'sound',
};

/**
 * The cut at which a fault is looked at where screens go by cuts: its own, or that before its shot.
 */
export const cutOf = ({ cut, shot }: Fault): number => Math.max(1, cut ?? shot ?? 1);

/** The shot at which a fault is looked at where screens go by shots, from 0. */
export const shotOf = ({ cut, shot }: Fault): number => shot ?? cut ?? 0;

/** The address of the place where a fault is mended, from a screen of the plan. */
export function placeOf(fault: Fault): string {
  const screen = SCREEN_OF[fault.area];
  if (fault.area === 'phrases') return `../${screen}/${fault.target ?? ''}`;
  if (fault.area === 'speeds') return `../${screen}/${shotOf(fault) + 1}`;
  return screen === 'sound' || screen === 'moves' ? `../${screen}/${cutOf(fault)}` : `../${screen}`;
}

/** Whether a fault is looked at where something happens at cuts; speeds meet there. */
export const atCuts = ({ area }: Fault): boolean =>
  SCREEN_OF[area] === 'moves' || area === 'speeds';

/** Faults that are told on a screen. */
export const faultsOn = (faults: readonly Fault[], screen: string): Fault[] =>
  faults.filter(({ area }) => SCREEN_OF[area] === screen);
