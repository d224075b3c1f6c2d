import {
  canDropFrames,
  frameRate,
  nominalRate,
  rateLabel,
  USUAL_RATES,
  type FrameRate,
} from '../../time/index.ts';

/** How the labels of a file seem to count, and by what that is told. */
export interface GuessedCounting {
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
  /** In a sentence. */
  readonly why: string;
  /** Other usual rates that the labels would fit as well. */
  readonly others: readonly FrameRate[];
}

const LABEL = /(\d{1,2})[:;.,](\d{1,2})[:;.,](\d{1,2})([:;.,])(\d{1,3})/g;

/** Numbers of frames of a second that have been met, and rates that are usual for them. */
const USUAL_FOR: readonly (readonly [below: number, rate: FrameRate])[] = [
  [24, frameRate(24)],
  [25, frameRate(25)],
  [30, frameRate(30)],
  [48, frameRate(48)],
  [50, frameRate(50)],
  [60, frameRate(60)],
  [100, frameRate(100)],
  [1000, frameRate(120)],
];

/** Chance from which labels that fit a lower rate may have been counted at a higher one. */
const BY_CHANCE = 0.02;

/**
 * How labels count: as few frames in a second as hold the highest that is met; with dropped frames
 * where that is said. `said`: whether the file says that frames are dropped; null where it does
 * not. `prefer`: a rate that is taken where it fits as well.
 */
export function guessCounting(
  text: string,
  { said, prefer }: { readonly said: boolean | null; readonly prefer?: FrameRate | undefined },
): GuessedCounting {
  let [most, labels, marked] = [0, 0, false];
  for (const [, , , , sign, frame] of text.matchAll(LABEL)) {
    most = Math.max(most, Number(frame));
    marked ||= sign === ';';
    labels++;
  }
  const drops = said ?? marked;
  const fits = USUAL_RATES.filter(
    (rate) => nominalRate(rate) > most && (!drops || canDropFrames(rate)),
  );
  const usual = drops
    ? fits.find((rate) => canDropFrames(rate))
    : USUAL_FOR.find(([below]) => most < below)?.[1];
  const preferred = prefer && fits.find((rate) => nominalRate(rate) === nominalRate(prefer));
  const isPreferred = preferred && prefer && (!usual || nominalRate(usual) <= nominalRate(prefer));
  const rate = (isPreferred ? prefer : usual) ?? frameRate(24);
  const highest = labels === 0 ? 'it has no labels' : `no label counts past frame ${most}`;
  // Few labels may all be low by chance.
  const alsoFit = drops
    ? []
    : USUAL_FOR.map(([, one]) => one).filter(
        (one) =>
          nominalRate(one) > nominalRate(rate) &&
          ((most + 1) / nominalRate(one)) ** labels > BY_CHANCE,
      );
  const whys = [
    highest,
    ...(drops ? ['it drops frames'] : []),
    ...(isPreferred ? ['the open plan counts so'] : []),
  ];
  return {
    ...{ rate, dropFrame: drops && canDropFrames(rate) },
    why: `Read at ${rateLabel(rate)} frames a second: ${whys.join(', ')}.${alsoFit.length > 0 ? ` ${alsoFit.map(rateLabel).join(', ')} may fit as well: choose.` : ''}`,
    others: fits.filter((other) => other !== rate),
  };
}
