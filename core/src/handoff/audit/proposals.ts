import { filmOf, type Cue, type Film, type ShotFacts } from '../../film/index.ts';
import type { CueKind, Plan, Shot } from '../../plan/index.ts';
import {
  CaesuraError,
  frames,
  nearestFrame,
  plural,
  sourceFrames,
  type CutIndex,
  type Frames,
} from '../../time/index.ts';
import { isSeenCut } from './seen-cuts.ts';

/** Which cuts are proposed to move, and to what. */
export interface ProposeHow {
  /** Frames by which a cut may move at most. */
  readonly within: number;
  /** Kinds of cues that cuts move to. */
  readonly kinds: ReadonlySet<CueKind>;
  /** Frames by which all cuts are meant to come before their cues; less than 0 for after. */
  readonly lead: number;
}

/** A cut that could be moved to a cue, and what that does. */
export interface CutProposal {
  readonly cut: CutIndex;
  readonly from: Frames;
  readonly to: Frames;
  readonly cue: Cue;
  /** What it does to the shots on either side, in sentences. */
  readonly does: readonly string[];
  /** Why it cannot be done; null where it can. */
  readonly refused: string | null;
}

/** The shot after a cut as it is once the cut was moved: its pictures stay where they are. */
function rolled({ shot, clip, time, ramp }: ShotFacts, to: Frames): Shot | string {
  if (shot.locked) return 'The cut is locked.';
  if (ramp) return 'The shot after it is ramped: move this cut by hand in Score.';
  if (!clip || !time) return { ...shot, start: to };
  const sourceIn = time.at(to - shot.start);
  if (sourceIn < 0) return `“${clip.name}” has nothing before its first frame.`;
  if (sourceIn >= clip.frames) return `“${clip.name}” ends before that.`;
  return { ...shot, start: to, sourceIn: sourceFrames(sourceIn) };
}

/** Why the shot before a cut cannot go on up to a frame; null where it can. */
function runsOut({ start, clip, time, ramp }: ShotFacts, to: Frames): string | null {
  if (ramp) return 'The shot before it is ramped: move this cut by hand in Score.';
  const last = time?.at(to - 1 - start);
  return clip && last !== undefined && (last < 0 || last >= clip.frames)
    ? `“${clip.name}” has no frames left to go on with.`
    : null;
}

/** What moving a cut does to the lengths and the source of the shots beside it. */
function doesWords(out: ShotFacts, into: ShotFacts, moved: Shot): string[] {
  const by = moved.start - into.start;
  const lasts = (facts: ShotFacts, is: number) =>
    `Shot ${facts.index + 1} lasts ${plural(is, 'frame')} in place of ${facts.length}.`;
  return [
    lasts(out, out.length + by),
    lasts(into, into.length - by),
    ...(into.clip && moved.sourceIn !== into.sourceIn
      ? [
          `“${into.clip.name}” begins with source frame ${moved.sourceIn} in place of ${into.sourceIn}.`,
        ]
      : []),
  ];
}

/**
 * Cuts that lie beside a cue of the wanted kinds, at most so many frames from it, with what moving
 * each there does. They are rolled: the pictures on either side stay where they are in the film,
 * and its length stays. Of cues as near the stronger is taken.
 */
export function proposeCuts(film: Film, { within, kinds, lead }: ProposeHow): CutProposal[] {
  const { plan, shots, joins, cues } = film;
  const wanted = cues
    .filter(({ kind }) => kinds.has(kind))
    .map((cue) => ({ cue, frame: frames(nearestFrame(cue.at, plan.rate) - lead) }));
  return joins.filter(isSeenCut).flatMap(({ cut, frame, out, into }): CutProposal[] => {
    const near = wanted
      .filter((one) => Math.abs(one.frame - frame) <= within)
      .sort(
        (a, b) =>
          Math.abs(a.frame - frame) - Math.abs(b.frame - frame) || b.cue.strength - a.cue.strength,
      )[0];
    if (!near || near.frame === frame) return [];
    const { cue, frame: to } = near;
    const common = { cut, from: frame, to, cue };
    const crowded =
      to <= out.start || to >= into.end ? 'A shot would be left without a frame.' : null;
    const moved = crowded ?? rolled(shots[cut]!, to);
    if (typeof moved === 'string') return [{ ...common, does: [], refused: moved }];
    const refused = runsOut(out, to);
    return [{ ...common, does: refused ? [] : doesWords(out, into, moved), refused }];
  });
}

/**
 * A plan with proposed cuts moved, in the order of the film; those that are refused once others
 * have moved stay, and are given back with why. Throws when there are no cuts.
 */
export function takeProposals(
  plan: Plan,
  proposals: readonly CutProposal[],
): { readonly plan: Plan; readonly left: readonly CutProposal[] } {
  const left: CutProposal[] = [];
  let made = plan;
  // Those that go later are taken from the end on, so that none runs into the next.
  const later = proposals.filter(({ from, to }) => to > from).toReversed();
  for (const one of [...later, ...proposals.filter(({ from, to }) => to < from)]) {
    const { shots, joins } = filmOf(made);
    const [out, into] = [shots[one.cut - 1], shots[one.cut]];
    if (!out || !into || !joins[one.cut - 1] || !made.score)
      throw new CaesuraError(
        'no-such-cut',
        `There is no cut ${one.cut}.`,
        'Look at the cuts anew.',
      );
    const crowded = one.to <= out.start || one.to >= into.end;
    const moved = crowded ? 'A shot would be left without a frame.' : rolled(into, one.to);
    const refused = typeof moved === 'string' ? moved : runsOut(out, one.to);
    if (typeof moved === 'string' || refused !== null) {
      left.push({ ...one, refused });
      continue;
    }
    const score = made.score;
    made = {
      ...made,
      score: { ...score, shots: score.shots.map((shot, i) => (i === one.cut ? moved : shot)) },
    };
  }
  return { plan: made, left };
}
