import type { Cue, Film, ShotFacts } from '../../film/index.ts';
import { median } from '../../numbers/median.ts';
import { toNumber, type Frames } from '../../time/index.ts';

/** How long the shots of a stretch of the film are. */
export interface StretchPace {
  /** What begins it: the name of a section, or where it is. */
  readonly name: string;
  readonly from: Frames;
  readonly to: Frames;
  /** Shots that begin in it, and their mean length in frames. */
  readonly shots: number;
  readonly mean: number;
}

/** Figures of pace: lengths in frames. */
export interface Pacing {
  readonly shots: number;
  readonly shortest: number;
  readonly median: number;
  readonly longest: number;
  readonly cutsAMinute: number;
  readonly stretches: readonly StretchPace[];
  /** What the lengths do on the way to each drop, in sentences. */
  readonly arc: readonly string[];
}

const mean = (shots: readonly ShotFacts[]): number =>
  shots.reduce((sum, { length }) => sum + length, 0) / Math.max(1, shots.length);

/** Shots on either side of which a build is told. */
const BUILD = 4;
/** Change of the mean length from which it is told. */
const TOLD = 0.2;

/** What the lengths of shots do on the way to a drop. */
function arcWords(shots: readonly ShotFacts[], drop: Cue): string[] {
  const before = shots.filter(({ end }) => end <= drop.frame + 1);
  if (before.length < 2 * BUILD) return [];
  const [early, late] = [mean(before.slice(-2 * BUILD, -BUILD)), mean(before.slice(-BUILD))];
  const of = `before the drop in bar ${drop.bar}: about ${Math.round(early)}, then ${Math.round(late)} frames`;
  if (late < (1 - TOLD) * early) return [`Shots get shorter ${of}.`];
  if (late > (1 + TOLD) * early) return [`Shots get longer ${of}.`];
  return [`Shots stay as long ${of}.`];
}

/** The stretches between the sections of the music, or the whole film where it has none. */
function stretchesOf({ plan, cues, shots }: Film): StretchPace[] {
  const length = plan.score?.length ?? plan.target;
  const sections = cues.filter(({ kind, frame }) => kind === 'section' && frame < length);
  const begins = [
    ...(sections[0] && sections[0].frame <= 0 ? [] : [{ frame: 0, name: 'Start' }]),
    ...sections.map(({ frame, name, bar }) => ({ frame, name: name || `From bar ${bar}` })),
  ];
  return begins.flatMap(({ frame, name }, i): StretchPace[] => {
    const to = begins[i + 1]?.frame ?? length;
    const inside = shots.filter(({ start }) => start >= frame && start < to);
    return inside.length === 0
      ? []
      : [
          {
            ...{ name, from: frame as Frames, to: to as Frames },
            ...{ shots: inside.length, mean: mean(inside) },
          },
        ];
  });
}

/** The pace of a film: how long its shots are, by section, and on the way to each drop. */
export function pacingOf(film: Film): Pacing {
  const { plan, shots, cues } = film;
  const lengths = shots.map(({ length }) => length as number);
  const seconds = (plan.score?.length ?? 0) / toNumber(plan.rate);
  return {
    shots: shots.length,
    shortest: Math.min(...lengths),
    median: median(lengths),
    longest: Math.max(...lengths),
    cutsAMinute: seconds > 0 ? (60 * (shots.length - 1)) / seconds : 0,
    stretches: stretchesOf(film),
    arc: cues.filter(({ kind }) => kind === 'drop').flatMap((drop) => arcWords(shots, drop)),
  };
}
