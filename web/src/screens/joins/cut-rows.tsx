import type { Fault } from '@caesura/core/faults';
import type { JoinFacts } from '@caesura/core/joins';
import type { CutRow } from '../../components/CutList.tsx';
import { MOVE_NAMES } from './words.ts';

/** What is wrong at a cut, in as few words as fit. */
function faultWord({ code, figures }: Fault): string {
  if (code === 'handle-short')
    return `${figures.spare} ${figures.side as string}`.replace('-', '−');
  if (code === 'slow-patch')
    return `dip ${(figures.before as number) + (figures.after as number)} f`;
  if (code === 'windows-overlap') return `${figures.over} f over`;
  return 'fault';
}

/** What happens at each cut, its window and what is wrong there. */
export const joinRows = (joins: readonly JoinFacts[], faults: readonly Fault[]): CutRow[] =>
  joins.map((facts) => {
    const { cut, join, settings, before, after } = facts;
    const wrong = faults.find(
      (f) => f.cut === cut || (f.cut === null && f.step === 'joins' && f.shot === cut),
    );
    const named = join ? MOVE_NAMES[settings.move].toLowerCase() : 'hard cut';
    return {
      name: join?.off ? <s>{named}</s> : named,
      figures: `${before}+${after}`,
      wrong: wrong && faultWord(wrong),
    };
  });
