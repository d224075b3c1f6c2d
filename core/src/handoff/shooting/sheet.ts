import type { Plan } from '../../plan/index.ts';
import { formatTimecode, plural, rateLabel, toNumber } from '../../time/index.ts';
import { csvLine } from '../csv/fields.ts';
import type { ListFile } from '../list-file.ts';
import { page, table, type Cell } from '../sheet/markup.ts';
import { shootingList, shootWords, type ShotToShoot } from './shooting-list.ts';

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

const rowOf = (plan: Plan, use: ShotToShoot): readonly string[] => [
  use.clip.name,
  String(use.shot + 1),
  timecodeOf(plan, use.frame),
  use.seconds.toFixed(2),
  use.before.toFixed(2),
  use.after.toFixed(2),
  rateLabel(use.rate),
  (100 * toNumber(use.slowest)).toFixed(1),
  use.framing,
  use.wider.toFixed(2),
  use.head,
  use.tail,
  use.action.join('; '),
];

const HEAD = [
  'clip',
  'shot',
  'timecode',
  'seconds',
  'before s',
  'after s',
  'fps at least',
  'slowest %',
  'framing',
  'wider by',
  'head',
  'tail',
  'action',
];

/** The shooting list as a table (RFC 4180). */
export const SHOOTING_CSV: ListFile = {
  ...{ id: 'shooting-csv', name: 'Shooting list, table', ending: 'shooting.csv' },
  mediaType: 'text/csv',
  purpose: 'What has to be shot for every clip that has no file yet.',
  write: (plan, shiftOf) =>
    [HEAD, ...shootingList(plan, shiftOf).map((use) => rowOf(plan, use))].map(csvLine).join(''),
};

/** The shooting list as a page to print. */
export const SHOOTING_PAGE: ListFile = {
  ...{ id: 'shooting-page', name: 'Shooting list, to print', ending: 'shooting.html' },
  mediaType: 'text/html',
  purpose: 'The same on paper: length with handles, rate, way of the camera, action and its beat.',
  write: (plan, shiftOf) => {
    const uses = shootingList(plan, shiftOf);
    const cell = (text: string, figures = false): Cell => ({ text, figures });
    return page(
      `${plan.name}: shooting list`,
      [
        uses.length === 0
          ? 'Every clip of the film has its file.'
          : `${plural(new Set(uses.map(({ clip }) => clip.id)).size, 'clip')} to shoot, ${plural(uses.length, 'use')} in the film.`,
      ],
      [
        table(
          'To shoot',
          ['Clip', 'Shot', 'In the film', 'What'],
          uses.map((use) => [
            cell(use.clip.name),
            cell(String(use.shot + 1), true),
            cell(timecodeOf(plan, use.frame), true),
            cell(shootWords(use).join(' ')),
          ]),
        ),
      ],
    );
  },
};
