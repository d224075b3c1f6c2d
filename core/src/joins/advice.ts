import type { JoinSettings } from '../plan/index.ts';
import { percent } from '../time/index.ts';
import type { JoinFacts } from './windows.ts';

/** What may be changed at a cut, with the reason; only said, never done by itself. */
export interface Advice {
  readonly reason: string;
  readonly label: string;
  readonly set: Partial<JoinSettings>;
}

/**
 * Movement on a frame, in widths of the picture, under which it sells no move by itself and over
 * which it does so almost alone (common practice, no source).
 */
const [LITTLE, MUCH] = [0.002, 0.02];
/** What more and less are (common practice, no source). */
const [MORE, LESS] = [1.5, 0.6];
/** Cuts before one among which the same move is noticed. */
const NOTICED = 4;
/** Moves that live from the movement about their cut. */
const MOVING: ReadonlySet<JoinSettings['move']> = new Set([
  'zoom-through',
  'pull-back',
  'whip-pan',
  'smear',
  'slide',
]);

const MOST_BLUR = 400;
const SOME_BLUR = 30;

/** Advice by how far the pictures move on a frame about the cut, in widths; null is not known. */
function byMovement(
  { settings }: JoinFacts,
  moved: { readonly out: number | null; readonly in: number | null },
): Advice[] {
  if (moved.out === null || moved.in === null || !MOVING.has(settings.move)) return [];
  const { blur } = settings;
  const most = Math.max(moved.out, moved.in);
  const said =
    most < 0.0005
      ? 'The pictures stand still at this cut'
      : `The pictures move by ${percent(most)} of their width a frame at this cut`;
  if (most < LITTLE) {
    const more = Math.min(MOST_BLUR, Math.round(Math.max(SOME_BLUR, blur * MORE)));
    return more > blur
      ? [
          {
            reason: `${said}, which is little: more blur or a stronger move sells it.`,
            label: `A blur of ${more} px`,
            set: { blur: more },
          },
        ]
      : [];
  }
  if (most > MUCH && blur > 0) {
    const less = Math.round(blur * LESS);
    return [
      {
        reason: `${said}, which is much: less blur is enough, the movement itself hides the cut.`,
        label: `A blur of ${less} px`,
        set: { blur: less },
      },
    ];
  }
  return [];
}

/** Whether two moves look the same. */
const alike = (a: JoinSettings, b: JoinSettings): boolean =>
  a.move === b.move &&
  a.way === b.way &&
  a.peak === b.peak &&
  a.turn === b.turn &&
  a.aim.x === b.aim.x &&
  a.aim.y === b.aim.y;

/** What makes a second use of a move another: the other way, or a somewhat other peak. */
function varied({ move, way, peak, turn }: JoinSettings): Pick<Advice, 'label' | 'set'> | null {
  if (move === 'zoom-through' || move === 'pull-back') {
    const other = Math.round((1 + (peak - 1) * 0.8) * 100) / 100;
    return { label: `A peak of ${percent(other)}`, set: { peak: other } };
  }
  if (move === 'hinge') return { label: 'Turn the other way', set: { turn: -turn } };
  if (move === 'whip-pan' || move === 'slide' || move === 'drop' || move === 'smear')
    return { label: 'Go the other way', set: { way: (way + 180) % 360 } };
  return null;
}

function byRepeat(joins: readonly JoinFacts[], { cut, settings }: JoinFacts): Advice[] {
  const same = joins
    .slice(Math.max(0, cut - 1 - NOTICED), cut - 1)
    .findLast(({ join, settings: other }) => join && !join.off && alike(other, settings));
  const other = same && varied(settings);
  return other
    ? [
        {
          ...other,
          reason: `Cut ${same.cut} has the same move: a second use is less noticed when it is varied.`,
        },
      ]
    : [];
}

/**
 * What common practice says of the move at a cut: by how far the pictures on either side move on a
 * frame, in widths, and by what the cuts before it do. Empty for a hard cut and for own keys.
 */
export function adviceAt(
  joins: readonly JoinFacts[],
  join: JoinFacts,
  moved: { readonly out: number | null; readonly in: number | null },
): Advice[] {
  if (!join.join || join.join.off || join.before + join.after === 0) return [];
  return [...byMovement(join, moved), ...byRepeat(joins, join)];
}
