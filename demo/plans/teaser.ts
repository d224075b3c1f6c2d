import {
  addEffectFile,
  addNote,
  addPhrases,
  addSound,
  changeEffect,
  changeWishes,
  fadeSound,
  fitOwnLevels,
  placeSound,
  putBed,
  putHit,
  putRiser,
  cutAnchors,
  putRun,
  setDucking,
  setMove,
  setRamp,
  soundShots,
  turnSound,
  wishClip,
  type PhrasePlace,
} from '@caesura/core/edits';
import type { Known } from '@caesura/core/faults';
import { anchorNear, anchorOn, barLineBefore, filmOf, frameSpan } from '@caesura/core/film';
import { formArcs } from '@caesura/core/layout';
import { newPlan, type Arc, type MoveKind, type Phrase, type Plan } from '@caesura/core/plan';
import { shapedRamp, usualCrest } from '@caesura/core/ramps';
import { compare, frames, rational, samples, toNumber, type Frames } from '@caesura/core/time';
import {
  cleanly,
  knownOf,
  proposed,
  shotAt,
  shownAgain,
  withMaterial,
  type DemoMaterial,
} from './material.ts';

/** The clip that strikes where it counts. */
const PLATEN = 'platen-closes';

/** Where the line begins, so that its last word is said on the ending that is held. */
const SPOKEN = frames(957);

/** The frame of a beat of a bar. */
const beatOf = (plan: Plan, bar: number, beat: number): Frames =>
  filmOf(plan).beats.find((cue) => cue.bar === bar && cue.beat === beat)!.frame;

/** The frame of the drop. */
const dropOf = (plan: Plan): Frames => filmOf(plan).cues.find(({ kind }) => kind === 'drop')!.frame;

/**
 * What is wished: shots as the music goes, the platen slow over the silence before the drop, the
 * door where the line says to come in, and the platen again over the ending, with the last word.
 */
function wished(plan: Plan): Plan {
  const { cues } = filmOf(plan);
  const silence = cues.find(({ kind }) => kind === 'pause-start')!.frame;
  const hold = (frame: Frames, beats: number, clips: string[] = []): Arc => ({
    ...{ from: { on: 'frame', frame }, shape: 'hold', pace: `${beats} beats`, clips },
    ...{ shortest: null, longest: null },
  });
  const others = plan.clips.map(({ id }) => id).filter((id) => id !== PLATEN);
  const [intro, build] = formArcs(plan).map((arc) => ({ ...arc, clips: others }));
  const [comeIn, print] = [beatOf(plan, 20, 3), beatOf(plan, 20, 4)];
  const after = beatOf(plan, 13, 3);
  const start = frames(silence - 6);
  const arcs = [
    ...[intro!, build!, { ...hold(start, 6, [PLATEN]), longest: frames(after - start) }],
    ...[hold(after, 2, others), hold(comeIn, 1), hold(print, 5)],
  ];
  return changeWishes(wishClip(plan, PLATEN, { speeds: [rational(1, 2)] }), {
    handles: frames(5),
    pacing: { kind: 'arcs', arcs },
    pins: [
      { clip: 'street-door', frame: comeIn },
      { clip: PLATEN, frame: print },
    ],
  });
}

/**
 * Cuts before the build and after the drop: on every second bar line, on the others, and in the
 * middle of bars.
 */
function cutsToJoin(plan: Plan): number[] {
  const [build, drop] = [beatOf(plan, 9, 1), dropOf(plan)];
  const cuts = filmOf(plan).shots.flatMap(({ index, start, landing }) => {
    const calm = start <= build || start > drop + 24;
    if (index === 0 || !calm || !landing?.onCue) return [];
    const { bar, beat } = landing.cue;
    return beat % 2 === 1 ? [{ index, place: beat === 1 ? (bar + 1) % 2 : 2 }] : [];
  });
  return cuts.sort((a, b) => a.place - b.place).map(({ index }) => index);
}

const JOINS = [
  ['zoom-through', 'Whoosh, hard'],
  ['whip-pan', 'Whoosh, soft'],
] as const satisfies readonly (readonly [MoveKind, string])[];

/** A plan with the first of some joins that goes well with a cut, with its whoosh; or null. */
function joinedAt(
  plan: Plan,
  known: Known,
  cut: number,
  joins: readonly (typeof JOINS)[number][],
): Plan | null {
  for (const [move, name] of joins) {
    const effect = plan.effectFiles.find((e) => e.name === name)!.id;
    const made = cleanly(plan, known, (p) => putHit(setMove(p, cut, move), effect, cut));
    if (made) return made;
  }
  return null;
}

/**
 * Joins at a fifth of the cuts, none beside another, by turns where that goes, and speeds that rise
 * into one of them and fall after it.
 */
function joined(plan: Plan, known: Known): Plan {
  let made = plan;
  const cuts: number[] = [];
  for (const cut of cutsToJoin(plan)) {
    if (cuts.length === Math.round((plan.score!.shots.length - 1) / 5)) break;
    if (cuts.some((other) => Math.abs(other - cut) < 2)) continue;
    const turn = cuts.length % JOINS.length;
    const next = joinedAt(made, known, cut, [...JOINS.slice(turn), ...JOINS.slice(0, turn)]);
    if (!next) continue;
    cuts.push(cut);
    made = next;
  }
  for (const cut of cuts) {
    const fast = rushed(made, known, cut);
    if (fast) return fast;
  }
  throw new Error('No cut of the demo is gone through at speed.');
}

/** Speeds that rise into a cut and fall after it; null where that shows something again. */
function rushed(plan: Plan, known: Known, cut: number): Plan | null {
  const [floor, crest] = [rational(1), usualCrest(10)];
  const fast = cleanly(plan, known, (p) => {
    const into = setRamp(p, cut - 1, shapedRamp({ floor, head: null, tail: crest }));
    return setRamp(into, cut, shapedRamp({ floor, head: crest, tail: null }));
  });
  return fast && shownAgain(fast) <= shownAgain(plan) ? fast : null;
}

/**
 * What moves over shots: a slow push through the silence up to the drop, a jolt on the drop, a
 * punch-in from a word of the line to the next cut, pulses on bar lines after the drop. What would
 * go against a join is left out.
 */
function moved(plan: Plan, known: Known): Plan {
  const film = filmOf(plan);
  const drop = dropOf(plan);
  const fps = toNumber(plan.rate);
  const silence = film.shots[shotAt(plan, drop)]!;
  const on = (frame: Frames) => anchorOn(plan, frame);
  /** The first of some places at which a phrase has no fault. */
  const firstOf = (p: Plan, places: readonly PhrasePlace[], set: Phrase['set']): Plan => {
    for (const place of places) {
      const made = cleanly(p, known, (before) => addPhrases(before, [place], { set }));
      if (made) return made;
    }
    throw new Error('A phrase of the demo has a fault wherever it is.');
  };
  const words = film.standing.filter(({ kind, frame }) => kind === 'word' && frame > SPOKEN);
  const punched = words.map(({ frame }): PhrasePlace => {
    const next = film.joins.find((join) => join.frame > frame + fps / 2);
    return { at: on(frame), to: next ? on(next.frame) : null };
  });
  const quiet = { at: on(silence.start), to: on(frames(Math.min(drop, silence.end))) };
  const push = { kind: 'push', scale: 1.06, out: frameSpan(1, plan.rate) } as const;
  const held = firstOf(
    firstOf(firstOf(plan, [quiet], push), [{ at: on(drop) }], { kind: 'shake' }),
    punched,
    { kind: 'punch-in', scale: 1.25 },
  );
  const bars = film.beats.filter(
    ({ kind, frame }) => kind === 'downbeat' && frame > drop + fps && frame < SPOKEN - fps,
  );
  return bars.reduce(
    (p, { frame }) =>
      cleanly(p, known, (before) =>
        addPhrases(before, [{ at: on(frame) }], { set: { kind: 'pulse' } }),
      ) ?? p,
    held,
  );
}

/** The sounds of the film: effects on the drop and before it, a bed, the line over the music. */
function sounding(plan: Plan, known: Known): Plan {
  const drop = dropOf(plan);
  const silence = shotAt(plan, drop);
  const effect = (name: string) => plan.effectFiles.find((e) => e.name === name)!.id;
  const cutAt = (index: number) =>
    ({ on: 'cut', shot: plan.score!.shots[index]!.id, by: 0 }) as const;
  const thumpOn = (p: Plan, at: Frames): Plan => {
    const put = putHit(p, effect('Thump'), 1);
    return changeEffect(put, put.effects.at(-1)!.id, { at: anchorNear(put, at) });
  };
  const edits: ((p: Plan) => Plan)[] = [
    (p) => thumpOn(p, drop),
    (p) => putRiser(p, effect('Riser'), barLineBefore(p, drop, 3)!, cutAt(silence)),
    (p) => putRun(p, effect('Click'), cutAnchors(p, silence - 5, silence - 1)),
    (p) => putBed(p, effect('Workshop room'), { from: cutAt(1), to: cutAt(3) }, frames(24)),
  ];
  const put = edits.reduce((p, edit) => {
    const made = cleanly(p, known, edit);
    if (!made) throw new Error('An effect of the demo has a fault.');
    return made;
  }, plan);
  // The line is spoken over the music, which goes down under it: both together stay below full
  // scale.
  const turned = setDucking(turnSound(put, put.music!.id, -6), {});
  return fadeSound(turned, turned.music!.id, {
    fade: samples(turned.music!.analysis.sampleRate),
  });
}

/** Clips whose own sound is heard where they go at their own speed. */
const HEARD = ['street-door', 'guillotine', 'type-set'];

/**
 * The own sound of some shots under the music; that of one of them is heard before its picture
 * comes, and that of another after it has gone.
 */
function withOwnSound(plan: Plan, known: Known): Plan {
  const indices = filmOf(plan)
    .shots.filter(
      ({ clip, ramp, speed }) =>
        HEARD.includes(clip?.id ?? '') && !ramp && compare(speed, rational(1)) === 0,
    )
    .map(({ index }) => index);
  const heard = fitOwnLevels(soundShots(plan, indices, { on: true }), indices, 'under');
  const reach = frames(8);
  return (['lead', 'lag'] as const).reduce((made, which) => {
    for (const index of indices) {
      if (made.score!.shots[index]!.sound?.lead) continue;
      const next = cleanly(made, known, (p) => soundShots(p, [index], { [which]: reach }));
      if (next) return next;
    }
    throw new Error('No sound of a clip of the demo reaches beyond its shot.');
  }, heard);
}

/**
 * The film of the open day: proposed, with joins, phrases, speeds, effects, and a line spoken over
 * it, with the own sound of some clips.
 */
export function teaser(material: DemoMaterial): Plan {
  const { clips, kit, line } = material;
  const known = knownOf(material);
  const brief = withMaterial(newPlan('Open day teaser'), material, clips, frames(45 * 24));
  const laidOut = proposed(wished(brief), material);
  const spoken = addSound(laidOut, line, 'voice');
  const placed = placeSound(spoken, spoken.sounds[0]!.id, SPOKEN);
  const joinedUp = joined(kit.reduce(addEffectFile, placed), known);
  return addNote(
    withOwnSound(moved(sounding(joinedUp, known), known), known),
    dropOf(laidOut),
    'The drop: the platen strikes out of the silence.',
  );
}
