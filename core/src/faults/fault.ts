import type { Film } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import type { CutIndex, Frames, ShotIndex } from '../time/index.ts';
import type { Known } from './known.ts';

/** What of the work a fault is about. */
export const FAULT_AREAS = [
  'music',
  'clips',
  'layout',
  'joins',
  'phrases',
  'speeds',
  'effects',
] as const;
export type FaultArea = (typeof FAULT_AREAS)[number];

/** Something in a plan that would go wrong, with where, its figures and the mend in words. */
export interface FaultOf<Code extends string, Figures extends object> {
  readonly code: Code;
  readonly area: FaultArea;
  /** The shot concerned, and the cut; null where it is not of one. */
  readonly shot: ShotIndex | null;
  readonly cut: CutIndex | null;
  /** Where in the film; null for the whole plan. */
  readonly frame: Frames | null;
  /** Which side of a cut, which effect: what else tells it from others of its kind there. */
  readonly target?: string;
  readonly figures: Readonly<Figures>;
  readonly message: string;
  readonly mend: string;
}

/** A fault as its kind finds it. */
export type Found<Figures extends object> = Omit<FaultOf<string, Figures>, 'code' | 'area'>;

/** A change that may do away with a fault; `make` throws where it cannot be done. */
export interface Try {
  readonly label: string;
  readonly make: () => Plan;
}

/** A kind of fault: what it is called, how it is found and what may be done about it. */
export interface FaultKind<Code extends string, Figures extends object> {
  readonly code: Code;
  /** What it is called where it is switched. */
  readonly name: string;
  readonly area: FaultArea;
  readonly find: (film: Film, known: Known) => readonly Found<Figures>[];
  readonly mends: (film: Film, fault: FaultOf<Code, Figures>) => readonly Try[];
}

/** Tells a kind of fault; its figures are those that `find` gives. */
export const faultKind = <Code extends string, Figures extends object>(
  kind: FaultKind<Code, Figures>,
): FaultKind<Code, Figures> => kind;

/** The place of a fault of the whole plan. */
export const WHOLE = { shot: null, cut: null, frame: null } as const;

/** What makes two faults the same one, before and after a change. */
export const faultKey = ({
  code,
  shot,
  cut,
  target,
}: Pick<FaultOf<string, object>, 'code' | 'shot' | 'cut' | 'target'>): string =>
  `${code} ${shot ?? ''} ${cut ?? ''} ${target ?? ''}`;
