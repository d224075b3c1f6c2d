import type { Film, ShotFacts } from '../../film/index.ts';
import type { JoinFacts } from '../../joins/index.ts';
import { nominalRate, toNumber } from '../../time/index.ts';
import type { HandoffFormat } from '../format.ts';

/** The format of a file that is proved. */
export type ProvedFormat = Exclude<HandoffFormat['id'], 'keys'>;

/** How far from the plan a file may be for what its form cannot say, and why. */
export interface Allowed {
  /** Source frames. */
  readonly by: number;
  readonly why: string;
}

const EXACT: Allowed = { by: 0, why: '' };

/** Frames a second of a clip that two digits of frames in a label hold. */
const MOST_LABELLED = 100;

/** How far a speed line with one decimal may lead from a speed after so many frames. */
function byDecimal({ speed, clip }: ShotFacts, { plan }: Film, since: number): number {
  const list = nominalRate(plan.rate);
  const exact = (toNumber(speed) * toNumber(clip!.rate) * list) / toNumber(plan.rate);
  const off = Math.abs(Math.round(exact * 10) / 10 - exact);
  return off < 1e-9 ? 0 : Math.ceil((off / list) * Math.abs(since) + 1e-9);
}

/** Whether a dissolve of a shot begins between two frames of its source: labels are whole ones. */
function isBegunBetween({ index, time, length }: ShotFacts, { joins }: Film): boolean {
  const [into, next] = [joins[index - 1], joins[index]];
  const isBetween = (k: number) => !Number.isInteger(time!.exact(k));
  return (
    (into !== undefined && into.overlap && isBetween(-into.blend.before)) ||
    (next !== undefined && next.overlap && isBetween(length - next.blend.before))
  );
}

function inList(facts: ShotFacts, film: Film, since: number): Allowed {
  const { clip, ramp } = facts;
  const { plan } = film;
  const byTime = nominalRate(clip!.rate) > MOST_LABELLED;
  const [whys, by] = [[] as string[], [] as number[]];
  if (isBegunBetween(facts, film)) {
    by.push(1);
    whys.push('a dissolve begins on a whole frame of the source');
  }
  if (byTime) {
    // Either end of a film frame may be the nearest; what goes back begins at its end.
    const back = facts.ramp?.some(({ speed }) => speed.num < 0) ?? false;
    by.push((back ? 2 : 1) * Math.ceil(toNumber(clip!.rate) / toNumber(plan.rate)));
    whys.push(
      'its labels count frames of the film, since two digits cannot count those of the file',
    );
  }
  if (ramp) {
    by.push(1, Math.ceil((0.05 / nominalRate(plan.rate)) * facts.length));
    whys.push('its ramp is written as steps of constant speed with one decimal');
  } else {
    const decimal = byDecimal(facts, film, since);
    if (decimal > 0) {
      by.push(decimal);
      whys.push('its speed line has one decimal of a frame a second');
    }
  }
  return by.length === 0
    ? EXACT
    : {
        by: by.reduce((a, b) => a + b),
        why: `${whys.join(', and ')}.`.replace(/^./, (c) => c.toUpperCase()),
      };
}

/** How far the picture of a shot may be from the plan in a file of a form, `since` its start. */
export function allowedIn(
  format: ProvedFormat,
  facts: ShotFacts,
  film: Film,
  since: number,
): Allowed {
  const { clip, ramp, speed } = facts;
  if (!clip) return EXACT;
  if (format === 'edl') return inList(facts, film, since);
  if (format === 'otio' && ramp)
    return { by: 1, why: 'Its ramp is written as steps of constant speed.' };
  if ((format === 'csv' || format === 'json') && ramp)
    return { by: 1, why: 'Its keys are summed up here in parts of a frame.' };
  const written = Math.round(toNumber(speed) * 1000) / 1000;
  const off = Math.abs(written - toNumber(speed));
  if (format === 'html' && !ramp && off > 1e-12) {
    const stride = off * (toNumber(clip.rate) / toNumber(film.plan.rate));
    return {
      by: Math.ceil(Math.abs(since) * stride + 1e-9),
      why: 'Its speed stands there with one decimal of a per cent.',
    };
  }
  return EXACT;
}

/** Whether the file of a shot has what it shows at a frame counted from its start. */
function has({ clip, time }: ShotFacts, frame: number): boolean {
  const source = time?.at(frame);
  return clip !== null && source !== undefined && source >= 0 && source < clip.frames;
}

/** Whether an overlap shows a picture at a time of which its file has none. */
const isHeld = ({ out, into, blend }: JoinFacts): boolean =>
  !has(out, out.length - 1 + blend.after) || !has(into, -blend.before);

/** The longest dissolve of a list; commonly said of the form. */
const LONGEST = 255;

/**
 * Why a form has a cut where the plan has two pictures at once; null where it has to show both.
 * `earlier`: the join before.
 */
export function cutInstead(
  format: ProvedFormat,
  join: JoinFacts,
  joins: readonly JoinFacts[],
): string | null {
  if (format === 'json') return 'The window stands in the settings of its join.';
  if (format === 'csv' || format === 'html') return null;
  const { out, into, blend, settings, cut } = join;
  if (format === 'edl' && settings.move !== 'plain')
    return 'The form knows no overlap with movement: written as a cut.';
  if (format === 'edl' && blend.before + blend.after > LONGEST)
    return `The form knows no dissolve of more than ${LONGEST} frames: written as a cut.`;
  if (!out.clip || !into.clip) return 'An overlap with black is written as a cut.';
  if (out.ramp || into.ramp) return 'An overlap beside a ramp is written as a cut.';
  if (isHeld(join)) return 'An overlap with a picture that is held is written as a cut.';
  const previous = joins[cut - 2];
  const taken = previous && previous.overlap ? previous.blend.after : 0;
  if (blend.before >= out.length - taken || blend.after > into.length)
    return 'An overlap longer than what lies beside it is written as a cut.';
  return null;
}
