import { correctedBeats, lengthContext } from '../film/index.ts';
import {
  partsOf,
  usedPlaces,
  instantAfter,
  type Arc,
  type Pacing,
  type Plan,
  type Sound,
} from '../plan/index.ts';
import { framesPerBeat, nearestFrame, parseLength, toNumber, type Frames } from '../time/index.ts';
import { arcRanges, type ArcRange } from './arcs.ts';
import { formArcs } from './form-arcs.ts';

/**
 * Wanted length, in frames, of a shot that starts at a frame. Only wished for, so it need not be
 * exact.
 */
export type WantedLength = (frame: Frames) => number;

/** A length as typed, in frames, at least one. Throws when it cannot be read. */
const lengthOf = (text: string, plan: Plan): number =>
  Math.max(1, toNumber(parseLength(text, lengthContext(plan)).exact));

/** Between two lengths by a part of 0–1, in equal ratios: half-way from 48 to 12 is 24. */
const between = (from: number, to: number, part: number): number => from * (to / from) ** part;

const SHAPES: Readonly<Record<'even' | 'late' | 'early', (part: number) => number>> = {
  even: (part) => part,
  late: (part) => part * part,
  early: (part) => Math.sqrt(part),
};

/** Parts of the loudest and the quietest that count as loudest and quietest. */
const [QUIET, LOUD] = [0.1, 0.9];

/**
 * How loud the music is at a frame of the film, 0 for its quietest and 1 for its loudest; 0 beyond
 * its ends.
 */
export function energyAt(music: Sound, { rate }: Plan): WantedLength {
  const { shortTerm } = music.found.loudness;
  const levels = shortTerm.filter((l) => l !== null).toSorted((a, b) => a - b);
  const [quiet, loud] = [QUIET, LOUD].map(
    (part) => levels[Math.floor(part * (levels.length - 1))] ?? 0,
  ) as [number, number];
  const { sampleRate } = music.analysis;
  const parts = partsOf(music);
  return (frame) => {
    const after = (((frame - music.place) * rate.den) / rate.num) * sampleRate;
    const part = parts.find(
      ({ from, to, before }) => after >= before && after < before + to - from,
    );
    if (!part) return 0;
    // Each value is that of the three seconds that start with it.
    const second = Math.round((part.from + after - part.before) / sampleRate - 1.5);
    const level = shortTerm[Math.min(shortTerm.length - 1, Math.max(0, second))] ?? quiet;
    return loud > quiet ? Math.min(1, Math.max(0, (level - quiet) / (loud - quiet))) : 0;
  };
}

/** Frames of the film from which paces of sections count, in order. */
function sectionStarts({ paces }: Extract<Pacing, { kind: 'sections' }>, plan: Plan) {
  const { music, rate } = plan;
  if (!music) return [];
  const parts = partsOf(music);
  return paces
    .flatMap(({ at, pace }) =>
      usedPlaces(parts, at).map((after) => ({
        frame: nearestFrame(instantAfter(music, after, rate), rate),
        length: lengthOf(pace, plan),
      })),
    )
    .sort((a, b) => a.frame - b.frame);
}

/** Frames of so many bars of a film; its whole length where it has no beat. */
function barsLength(bars: number, plan: Plan): number {
  const perBar = plan.music ? correctedBeats(plan.music).beatsPerBar : 4;
  const { tempo } = lengthContext(plan);
  return tempo ? bars * perBar * toNumber(framesPerBeat(tempo, plan.rate)) : plan.target;
}

/**
 * From one length to another and back, once a period: the part of the way at a frame after its
 * start.
 */
const waved = (after: number, period: number): number =>
  (1 - Math.cos((2 * Math.PI * after) / period)) / 2;

/** What an arc wants of a shot that starts so many frames after it does. */
function wantedInArc({ arc, from, to }: ArcRange, plan: Plan): (after: number) => number {
  const pace = lengthOf(arc.pace, plan);
  switch (arc.shape) {
    case 'hold':
      return () => pace;
    case 'build': {
      const last = lengthOf(arc.to, plan);
      return (after) => between(pace, last, SHAPES[arc.ease](Math.min(1, after / (to - from))));
    }
    case 'breathe': {
      const middle = lengthOf(arc.to, plan);
      return (after) => between(pace, middle, waved(after, to - from));
    }
    case 'waves': {
      const [other, period] = [lengthOf(arc.to, plan), barsLength(arc.bars, plan)];
      return (after) => between(pace, other, waved(after, period));
    }
  }
}

/** What arcs want, and the pace before the first. */
function wantedByArcs(arcs: readonly Arc[], plan: Plan): WantedLength {
  const usual = lengthOf(plan.pace, plan);
  const ranges = arcRanges(arcs, plan).map((range) => ({
    from: range.from,
    wanted: wantedInArc(range, plan),
  }));
  return (frame) => {
    const range = ranges.findLast(({ from }) => from <= frame);
    return range ? range.wanted(frame - range.from) : usual;
  };
}

/**
 * What length is wanted where in a film: its pace, changing as its pacing says. Throws when a
 * length cannot be read.
 */
export function wantedLength(plan: Plan, pacing: Pacing): WantedLength {
  const usual = () => lengthOf(plan.pace, plan);
  switch (pacing.kind) {
    case 'steady': {
      const length = usual();
      return () => length;
    }
    case 'build': {
      const [from, to] = [usual(), lengthOf(pacing.to, plan)];
      return (frame) => between(from, to, SHAPES[pacing.shape](Math.min(1, frame / plan.target)));
    }
    case 'wave': {
      const [from, to] = [usual(), lengthOf(pacing.to, plan)];
      const period = barsLength(pacing.bars, plan);
      return (frame) => between(from, to, waved(frame, period));
    }
    case 'form':
      return wantedByArcs(formArcs(plan), plan);
    case 'arcs':
      return wantedByArcs(pacing.arcs, plan);
    case 'energy': {
      const [from, to] = [usual(), lengthOf(pacing.to, plan)];
      if (!plan.music) return () => from;
      const energy = energyAt(plan.music, plan);
      return (frame) => between(from, to, energy(frame));
    }
    case 'sections': {
      const from = usual();
      const starts = sectionStarts(pacing, plan);
      return (frame) => starts.findLast((s) => s.frame <= frame)?.length ?? from;
    }
    case 'drawn': {
      const points = pacing.points.toSorted((a, b) => a.frame - b.frame);
      return (frame) => {
        const next = points.findIndex((p) => p.frame > frame);
        if (next < 0) return points.at(-1)!.length;
        const [before, after] = [points[next - 1], points[next]!];
        if (!before) return after.length;
        return between(
          before.length,
          after.length,
          (frame - before.frame) / (after.frame - before.frame),
        );
      };
    }
  }
}
