import { filmOf, type Cue, type Film, type ShotFacts } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { plural } from '../time/index.ts';
import type { Found } from './optimise/problem.ts';
import type { Proposal } from './propose.ts';
import { GRADE_PARTS, takenBy, type Grades } from './proposal-grade.ts';

/** Shots before a drop in which a build is told. */
const BUILD_SHOTS = 4;

const nameOf = ({ clip }: ShotFacts): string => `“${clip?.name ?? 'nothing'}”`;
const mean = (shots: readonly ShotFacts[]): number =>
  Math.round(shots.reduce((sum, s) => sum + s.length, 0) / Math.max(1, shots.length));

/** What is done with the lengths of shots on the way to a drop, or in the whole film. */
function paceWords(shots: readonly ShotFacts[], drop: number | null): string {
  const before = drop === null ? [] : shots.filter((s) => s.end <= drop);
  const lengths = shots.map((s) => s.length);
  const [least, most] = [Math.min(...lengths), Math.max(...lengths)];
  if (before.length < 2 * BUILD_SHOTS)
    return least === most
      ? `Every shot lasts ${plural(least, 'frame')}.`
      : `Shots last ${least} to ${plural(most, 'frame')}.`;
  const [early, late] = [mean(before.slice(0, BUILD_SHOTS)), mean(before.slice(-BUILD_SHOTS))];
  return late < 0.8 * early
    ? `Builds to the drop: from shots of about ${early} frames to ${plural(late, 'frame')}.`
    : `Goes on evenly to the drop, with shots of about ${plural(late, 'frame')}.`;
}

/** What is seen on a drop; null where it lies outside what was laid out. */
function dropWords({ shots }: Film, found: Found, { frame: drop, bar }: Cue): string | null {
  const shot = shots.find((s) => drop >= s.start && drop < s.end);
  const of = found.shots.find((s) => s.from === shot?.start);
  if (!shot || !of) return null;
  if (of.landed && Math.abs(of.landed.frame - drop) <= 1)
    return `On the drop, bar ${bar}, lands source frame ${of.landed.moment} of ${nameOf(shot)}.`;
  if (shot.start === drop)
    return `${nameOf(shot)} begins on the drop, bar ${bar}${of.begins === null ? '' : ', with its moment'}.`;
  return `No moment lands on the drop, bar ${bar}: ${nameOf(shot)} goes on over it.`;
}

const MENDS: Readonly<Record<keyof Grades, string>> = {
  pace: 'lengths differ from the pace that is wanted; widen what is usable of the clips, or choose another pace',
  cues: 'cuts lie beside the cues; switch more kinds of cues on in Listen, or let shots be longer',
  events: 'few shots have a moment that lands; keep more moments in Footage',
  movement: 'much of it stands still; narrow what is usable of the clips to what moves',
  fresh: 'pictures are shown again; add clips, or shorten the film',
};
/** What a part takes of the hundred at least to be named as the weakest. */
const WEAK = 2;

/** What is weakest in a layout and what would mend it; null where nothing is. */
export function weakestWords(grades: Grades): string | null {
  const weakest = GRADE_PARTS.reduce((a, b) => (takenBy(grades, b) > takenBy(grades, a) ? b : a));
  const taken = takenBy(grades, weakest);
  return taken < WEAK ? null : `Weakest, ${Math.round(taken)} of 100: ${MENDS[weakest]}.`;
}

/** How far a layout can be from the best there is; null where that is not known. */
export function boundWords({ found, bound }: Pick<Proposal, 'found' | 'bound'>): string | null {
  if (bound === null || bound <= 0) return null;
  // Rounded up: it is never said to be nearer than is known.
  const tenths = Math.ceil(1000 * (found.cost / bound - 1) - 1e-6);
  if (tenths <= 0) return 'There is none better for what it puts first.';
  return `Within ${tenths < 100 ? tenths / 10 : Math.ceil(tenths / 10)} % of the best there is for what it puts first.`;
}

/**
 * What a layout that was found does, in sentences: with its pace, with each drop, how it opens and
 * closes, what is weakest, and how far it can be from the best.
 */
export function proposalWords(
  plan: Plan,
  proposal: Pick<Proposal, 'found' | 'bound'>,
  grades: Grades,
): string[] {
  const { found } = proposal;
  const film = filmOf(plan);
  const { shots, cues } = film;
  const drops = cues.filter((c) => c.kind === 'drop' && c.frame > 0 && c.frame < plan.target);
  const [opens, closes] = [shots[0]!, shots.at(-1)!];
  const [weakest, bounded] = [weakestWords(grades), boundWords(proposal)];
  return [
    paceWords(shots, drops[0]?.frame ?? null),
    ...drops.flatMap((drop) => dropWords(film, found, drop) ?? []),
    `Opens with ${nameOf(opens)}, ${plural(opens.length, 'frame')}, and closes with ${nameOf(closes)}, ${plural(closes.length, 'frame')}.`,
    ...(weakest ? [weakest] : []),
    ...(bounded ? [bounded] : []),
  ];
}
