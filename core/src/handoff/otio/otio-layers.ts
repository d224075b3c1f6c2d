import {
  CaesuraError,
  fraction,
  minus,
  ofDouble,
  over,
  ZERO,
  type Fraction,
} from '../../time/index.ts';
import type { CutMedia } from '../returned/cut-film.ts';
import { product, sum } from '../returned/exact-seconds.ts';
import { Telling } from '../told.ts';
import { listOf, rangeOf, textOf, timeOf, type OtioObject } from './otio-json.ts';
import { mediaOf, referenceOf } from './otio-media.ts';

/** Deepest nesting and most objects that are followed. */
const [DEEPEST, MOST] = [64, 500_000];

/** A stretch of the film in seconds, before it is on frames. */
export interface Stretch {
  readonly start: Fraction;
  readonly end: Fraction;
  readonly media: CutMedia | null;
  readonly from: Fraction;
  readonly speed: Fraction;
  readonly where: string;
}

/** A transition in seconds of the film. */
export interface Crossing {
  readonly at: Fraction;
  readonly before: Fraction;
  readonly after: Fraction;
  readonly type: string;
  readonly name: string;
  readonly where: string;
}

/** What a composition holds, the lowest layer first, from its own start on. */
export interface Layers {
  readonly layers: readonly (readonly Stretch[])[];
  readonly crossings: readonly Crossing[];
  readonly markers: readonly Marked[];
  readonly lasts: Fraction;
}

/** A marker in seconds of the film. */
export interface Marked {
  readonly at: Fraction;
  readonly lasts: Fraction;
  readonly name: string;
}

const NOTHING: Layers = { layers: [], crossings: [], markers: [], lasts: ZERO };
const less = (a: Fraction, b: Fraction): boolean => minus(a, b).num < 0n;
const later = (a: Fraction, b: Fraction): Fraction => (less(a, b) ? b : a);
const sooner = (a: Fraction, b: Fraction): Fraction => (less(a, b) ? a : b);

/** Layers moved by a time. */
const moved = ({ layers, crossings, markers, lasts }: Layers, by: Fraction): Layers => ({
  layers: layers.map((layer) =>
    layer.map((s) => ({ ...s, start: sum(s.start, by), end: sum(s.end, by) })),
  ),
  crossings: crossings.map((c) => ({ ...c, at: sum(c.at, by) })),
  markers: markers.map((m) => ({ ...m, at: sum(m.at, by) })),
  lasts,
});

/** What of layers lies between two times. */
function trimmed({ layers, crossings, markers }: Layers, from: Fraction, to: Fraction): Layers {
  const inside = (at: Fraction) => !less(at, from) && !less(to, at);
  return {
    layers: layers.map((layer) =>
      layer.flatMap((s): Stretch[] => {
        const [start, end] = [later(s.start, from), sooner(s.end, to)];
        if (!less(start, end)) return [];
        const skipped = product(s.speed, minus(start, s.start));
        return [{ ...s, start, end, from: sum(s.from, skipped) }];
      }),
    ),
    crossings: crossings.filter(({ at }) => inside(at)),
    markers: markers.filter(({ at }) => inside(at)),
    lasts: minus(to, from),
  };
}

/** Reads the compositions of a document, with what it tells of them. */
export class OtioLayers {
  readonly telling = new Telling();
  #left = MOST;

  /** Refuses a document without end. */
  #count(depth: number): void {
    if (this.#left-- > 0 && depth <= DEEPEST) return;
    throw new CaesuraError(
      'too-large',
      depth > DEEPEST
        ? `Its parts are nested more than ${DEEPEST} deep.`
        : `It has more than ${MOST} parts.`,
      'Hand over a part of it.',
    );
  }

  /** The speed of an item by its effects; other effects are told. */
  #speed({ fields }: OtioObject, where: string): Fraction {
    let speed = fraction(1);
    for (const effect of listOf(fields.effects)) {
      if (!effect) continue;
      const { time_scalar: scalar } = effect.fields;
      if (effect.schema === 'FreezeFrame') speed = ZERO;
      else if (
        effect.schema === 'LinearTimeWarp' &&
        typeof scalar === 'number' &&
        Math.abs(scalar) <= 1e4
      )
        speed = product(speed, ofDouble(scalar));
      else {
        const name = textOf(effect.fields.effect_name) || textOf(effect.fields.name);
        this.telling.add(where, `Its effect ${name ? `“${name}”` : effect.schema} is not read.`);
      }
    }
    return speed;
  }

  /** Markers of an item, by when its own time is in the film. */
  #markers({ fields }: OtioObject, when: (own: Fraction) => Fraction): Marked[] {
    return listOf(fields.markers).flatMap((marker): Marked[] => {
      const range = marker && rangeOf(marker.fields.marked_range);
      if (!range) return [];
      const name = textOf(marker.fields.name) || textOf(marker.fields.comment);
      return [{ at: when(range.start.seconds), lasts: range.lasts.seconds, name }];
    });
  }

  #clip(clip: OtioObject, where: string): Layers {
    const reference = referenceOf(clip);
    const range = rangeOf(clip.fields.source_range) ?? rangeOf(reference?.fields.available_range);
    if (!range) {
      this.telling.add(where, 'It does not say how long it lasts: left out.');
      return NOTHING;
    }
    const lasts = range.lasts.seconds;
    const speed = this.#speed(clip, where);
    const from = range.start.seconds;
    const media = mediaOf(clip);
    // Backwards a clip begins at the end of its range.
    const back = { ...speed, num: -speed.num };
    const first = speed.num < 0n ? sum(from, product(lasts, back)) : from;
    if (reference?.schema === 'GeneratorReference')
      this.telling.add(where, 'Its picture is made by a program: read as black.');
    const own = speed.num === 0n ? fraction(1) : speed;
    return {
      layers: [[{ start: ZERO, end: lasts, media, from: first, speed, where }]],
      crossings: [],
      markers: this.#markers(clip, (at) => over(minus(at, first), own)),
      lasts,
    };
  }

  /** An item of a composition, from its own start on. */
  #item(item: OtioObject, where: string, depth: number): Layers {
    this.#count(depth);
    if (item.fields.enabled === false) {
      const held = this.#item({ ...item, fields: { ...item.fields, enabled: true } }, where, depth);
      this.telling.add(where, 'It is switched off: left out.');
      return { ...NOTHING, lasts: held.lasts };
    }
    switch (item.schema) {
      case 'Clip':
        return this.#clip(item, where);
      case 'Gap': {
        const range = rangeOf(item.fields.source_range);
        const from = range?.start.seconds ?? ZERO;
        const markers = this.#markers(item, (at) => minus(at, from));
        return { ...NOTHING, markers, lasts: range?.lasts.seconds ?? ZERO };
      }
      case 'Stack':
      case 'Track':
      case 'Sequence':
        return this.#trimmedComposition(item, where, depth);
      default:
        this.telling.add(where, `A ${item.schema} is not read.`);
        return NOTHING;
    }
  }

  /** A composition with the range of it that is used. */
  #trimmedComposition(item: OtioObject, where: string, depth: number): Layers {
    const whole =
      item.schema === 'Stack' ? this.stack(item, where, depth) : this.track(item, where, depth);
    const speed = this.#speed(item, where);
    if (speed.num !== speed.den)
      this.telling.add(where, 'The speed of a whole of several clips is not read.');
    const range = rangeOf(item.fields.source_range);
    if (!range) return whole;
    const from = range.start.seconds;
    return moved(trimmed(whole, from, sum(from, range.lasts.seconds)), { ...from, num: -from.num });
  }

  /** What lies over one another in a stack. */
  stack({ fields }: OtioObject, where: string, depth: number): Layers {
    const parts = listOf(fields.children).map((child, i) =>
      child ? this.#item(child, `${where}, layer ${i + 1}`, depth + 1) : NOTHING,
    );
    return {
      layers: parts.flatMap(({ layers }) => layers),
      crossings: parts.flatMap(({ crossings }) => crossings),
      markers: [
        ...this.#markers({ schema: 'Stack', version: 1, fields }, (at) => at),
        ...parts.flatMap(({ markers }) => markers),
      ],
      lasts: parts.reduce((most, { lasts }) => later(most, lasts), ZERO),
    };
  }

  /** What follows one another in a track. */
  track(track: OtioObject, where: string, depth: number): Layers {
    const layers: Stretch[][] = [];
    const [crossings, markers]: [Crossing[], Marked[]] = [[], this.#markers(track, (at) => at)];
    let at = ZERO;
    for (const [i, child] of listOf(track.fields.children).entries()) {
      const place = `${where}, item ${i + 1}`;
      if (!child) this.telling.add(place, 'It is no object with a schema: left out.');
      else if (child.schema === 'Transition') crossings.push(...this.#crossing(child, at, place));
      else {
        const held = moved(this.#item(child, place, depth + 1), at);
        held.layers.forEach((layer, n) => (layers[n] ??= []).push(...layer));
        crossings.push(...held.crossings);
        markers.push(...held.markers);
        at = sum(at, held.lasts);
      }
    }
    return { layers, crossings, markers, lasts: at };
  }

  #crossing({ fields }: OtioObject, at: Fraction, where: string): Crossing[] {
    const [before, after] = [timeOf(fields.in_offset), timeOf(fields.out_offset)];
    if (!before || !after) {
      this.telling.add(where, 'The transition does not say how long it lasts: left out.');
      return [];
    }
    const [type, name] = [textOf(fields.transition_type), textOf(fields.name)];
    return [{ at, before: before.seconds, after: after.seconds, type, name, where }];
  }
}
