import type { Fault } from '@caesura/core/faults';
import type { JoinFacts } from '@caesura/core/joins';
import { atCuts } from '../../app/fault-places.ts';
import type { CutRow } from '../../components/CutList.tsx';
import { MOVE_NAMES } from './words.ts';

/** What is wrong at a cut, in as few words as fit. */
function faultWord(fault: Fault): string {
  switch (fault.code) {
    case 'handle-short':
      return `${fault.figures.spare} ${fault.figures.side}`.replace('-', '−');
    case 'slow-patch':
      return `dip ${fault.figures.before + fault.figures.after} f`;
    case 'windows-overlap':
      return `${fault.figures.over} f over`;
    default:
      return 'fault';
  }
}

/** What happens at each cut, its window and what is wrong there. */
export const joinRows = (joins: readonly JoinFacts[], faults: readonly Fault[]): CutRow[] =>
  joins.map((facts) => {
    const { cut, join, settings, before, after } = facts;
    const wrong = faults.find(
      (f) => f.cut === cut || (f.cut === null && atCuts(f) && f.shot === cut),
    );
    const named = join ? MOVE_NAMES[settings.move].toLowerCase() : 'hard cut';
    return {
      name: join?.off ? <s>{named}</s> : named,
      figures: `${before}+${after}`,
      wrong: wrong && faultWord(wrong),
    };
  });
