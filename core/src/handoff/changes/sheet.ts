import type { Plan } from '../../plan/index.ts';
import { formatTimecode, plural } from '../../time/index.ts';
import { csvLine } from '../csv/fields.ts';
import { page, table, type Cell } from '../sheet/markup.ts';
import type { Change } from './changes.ts';

const HEAD = [
  'what',
  'timecode',
  'frame',
  'frame before',
  'shot',
  'shot before',
  'from',
  'to',
  'in words',
];

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

/** A change as a row of texts. */
const rowOf = (plan: Plan, change: Change): string[] => {
  const { kind, frame, frameBefore, shot, shotBefore, from, to, words } = change;
  const number = (place: number | null) => (place === null ? '' : String(place + 1));
  return [
    ...[
      kind,
      timecodeOf(plan, frame),
      String(frame),
      frameBefore === null ? '' : String(frameBefore),
    ],
    ...[number(shot), number(shotBefore), from, to, words],
  ];
};

/** The change list as a table (RFC 4180); timecodes of the later film. */
export const changesCsv = (plan: Plan, changes: readonly Change[]): string =>
  [HEAD, ...changes.map((change) => rowOf(plan, change))].map(csvLine).join('');

/** The change list as a page to print. */
export function changesPage(plan: Plan, before: string, changes: readonly Change[]): string {
  const cell = (text: string, i: number): Cell => ({ text, figures: i > 0 && i < 6 });
  return page(
    `${plan.name}: change list`,
    [`${plural(changes.length, 'change')} from ${before}`],
    [
      table(
        'Changes',
        HEAD,
        changes.map((change) => rowOf(plan, change).map(cell)),
      ),
    ],
  );
}
