import { filmOf, shotSpeed, type Film, type ShotFacts } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { plural, rateLabel, sameRate, toNumber, percent } from '../../time/index.ts';
import { joinWords, rampWords } from '../join-words.ts';
import { ownSoundWords } from '../own-sound-events.ts';
import { baseOffsets } from './base-offsets.ts';
import { matchedShots, type ShotPair } from './match-shots.ts';

/** What a change between two versions of a film is of. */
export type ChangeKind =
  | 'cut'
  | 'length'
  | 'shot in'
  | 'shot out'
  | 'clip'
  | 'source'
  | 'speed'
  | 'join'
  | 'own sound'
  | 'music'
  | 'film';

/** A change from one version of a film to another. */
export interface Change {
  readonly kind: ChangeKind;
  /** Frame of the later film at which it is, and of the earlier one where it has it. */
  readonly frame: number;
  readonly frameBefore: number | null;
  /** Places of the shot in both films; null where one has none, or for the whole film. */
  readonly shot: number | null;
  readonly shotBefore: number | null;
  readonly from: string;
  readonly to: string;
  /** In a sentence. */
  readonly words: string;
}

const nameOf = ({ clip }: ShotFacts): string => clip?.name ?? 'no clip';
const quoted = (facts: ShotFacts): string => `“${nameOf(facts)}”`;

/** A shot in words: its clip, how long it is and from which source frame. */
const shotWords = (facts: ShotFacts): string =>
  `${nameOf(facts)}, ${plural(facts.length, 'frame')} from source frame ${facts.sourceIn}`;

/** The speed of a shot in words. */
function speedWords(plan: Plan, facts: ShotFacts): string {
  const constant = shotSpeed(facts);
  return constant ? percent(toNumber(constant)) : rampWords(plan, facts);
}

/** A shot that both films have. */
interface Both {
  readonly before: ShotFacts;
  readonly after: ShotFacts;
}

/** A shot that is longer or shorter, so that all that follows comes later or earlier. */
const lengthChange = ({ before, after }: Both, by: number): Change => ({
  kind: 'length',
  ...{ frame: after.start, frameBefore: before.start },
  ...{ shot: after.index, shotBefore: before.index },
  ...{ from: `${before.length}`, to: `${before.length + by}` },
  words: `Shot ${after.index + 1} lasts ${plural(before.length + by, 'frame')} in place of ${before.length}; what follows comes ${plural(Math.abs(by), 'frame')} ${by > 0 ? 'later' : 'earlier'}.`,
});

/** A cut that is moved, with nothing that follows. */
const cutChange = ({ before, after }: Both, by: number): Change => ({
  kind: 'cut',
  ...{ frame: after.start, frameBefore: before.start },
  ...{ shot: after.index, shotBefore: before.index },
  ...{ from: `${after.start - by}`, to: `${after.start}` },
  words: `The cut to ${quoted(after)} comes ${plural(Math.abs(by), 'frame')} ${by > 0 ? 'later' : 'earlier'}.`,
});

/** What the cuts of two films do: moved alone, or with all that follows them. */
function cutChanges(pairs: readonly ShotPair[], longer: number): Change[] {
  const both: Both[] = [];
  const offsets: number[] = [];
  // What comes in and goes out moves what follows by itself.
  let inAndOuts = 0;
  for (const { before, after } of pairs) {
    if (before && after) {
      both.push({ before, after });
      offsets.push(after.start - before.start - inAndOuts);
    } else inAndOuts += (after?.length ?? 0) - (before?.length ?? 0);
  }
  const last = longer - inAndOuts;
  const base = baseOffsets(offsets, last);
  return [...both, null].flatMap((pair, i): Change[] => {
    const by = (base[i] ?? last) - (base[i - 1] ?? 0);
    const previous = both[i - 1];
    const changes = by !== 0 && previous ? [lengthChange(previous, by)] : [];
    const alone = pair ? offsets[i]! - base[i]! : 0;
    return pair && alone !== 0 ? [...changes, cutChange(pair, alone)] : changes;
  });
}

/** What of a shot that both films have is another. */
function shotChanges({ before, after }: ShotPair, was: Film, is: Film): Change[] {
  if (!before || !after) return [];
  const place = {
    ...{ frame: after.start as number, frameBefore: before.start as number },
    ...{ shot: after.index, shotBefore: before.index },
  };
  const changes: Change[] = [];
  const add = (kind: ChangeKind, from: string, to: string, words: string) =>
    changes.push({ kind, ...place, from, to, words });
  const number = after.index + 1;
  if (nameOf(before) !== nameOf(after) || before.clip?.fileName !== after.clip?.fileName) {
    add(
      'clip',
      nameOf(before),
      nameOf(after),
      `Shot ${number} shows ${quoted(after)} in place of ${quoted(before)}.`,
    );
    return changes;
  }
  // A cut that is rolled takes the source with it: the pictures stay where they are.
  const rolled = before.time?.at(after.start - before.start);
  if (before.sourceIn !== after.sourceIn && after.sourceIn !== rolled)
    add(
      'source',
      `${before.sourceIn}`,
      `${after.sourceIn}`,
      `Shot ${number} begins with source frame ${after.sourceIn} in place of ${before.sourceIn}.`,
    );
  const [speedWas, speedIs] = [speedWords(was.plan, before), speedWords(is.plan, after)];
  const ramp = (facts: ShotFacts) => JSON.stringify(facts.ramp ?? shotSpeed(facts) ?? null);
  if (ramp(before) !== ramp(after))
    add('speed', speedWas, speedIs, `Shot ${number} goes at ${speedIs} in place of ${speedWas}.`);
  const joinOf = (film: Film, { index }: ShotFacts) => {
    const join = film.joins[index - 1];
    return join ? joinWords(join) : '';
  };
  const [joinWas, joinIs] = [joinOf(was, before), joinOf(is, after)];
  if (joinWas !== joinIs)
    add(
      'join',
      joinWas,
      joinIs,
      `The join at shot ${number} is ${joinIs || 'a cut'} in place of ${joinWas || 'a cut'}.`,
    );
  const [soundWas, soundIs] = [ownSoundWords(before), ownSoundWords(after)];
  if (soundWas !== soundIs)
    add(
      'own sound',
      soundWas,
      soundIs,
      `The own sound of shot ${number} is ${soundIs || 'off'} in place of ${soundWas || 'off'}.`,
    );
  return changes;
}

/** Shots that only one of the films has. */
function inAndOut(pairs: readonly ShotPair[]): Change[] {
  return pairs.flatMap(({ before, after }, i): Change[] => {
    if (after && !before)
      return [
        {
          kind: 'shot in',
          ...{ frame: after.start, frameBefore: null, shot: after.index, shotBefore: null },
          ...{ from: '', to: shotWords(after) },
          words: `Shot ${after.index + 1} is new: ${shotWords(after)}.`,
        },
      ];
    if (!before || after) return [];
    const next = pairs.slice(i).find((pair) => pair.after)?.after;
    return [
      {
        kind: 'shot out',
        ...{ frame: next?.start ?? pairs.findLast((pair) => pair.after)?.after?.end ?? 0 },
        ...{ frameBefore: before.start, shot: null, shotBefore: before.index },
        ...{ from: shotWords(before), to: '' },
        words: `Shot ${before.index + 1} of before is gone: ${shotWords(before)}.`,
      },
    ];
  });
}

/** What of the whole film is another. */
function filmChanges(was: Plan, is: Plan): Change[] {
  const whole = { frame: 0, frameBefore: 0, shot: null, shotBefore: null } as const;
  const changes: Change[] = [];
  const add = (kind: ChangeKind, what: string, from: string, to: string) => {
    if (from !== to)
      changes.push({
        kind,
        ...whole,
        from,
        to,
        words: `${what} is ${to || 'none'} in place of ${from || 'none'}.`,
      });
  };
  const size = ({ size: { width, height } }: Plan) => `${width} × ${height}`;
  const rate = (plan: Plan) => `${rateLabel(plan.rate)} fps`;
  if (!sameRate(was.rate, is.rate)) add('film', 'The frame rate', rate(was), rate(is));
  add('film', 'The size', size(was), size(is));
  add('film', 'The first timecode', `frame ${was.start}`, `frame ${is.start}`);
  const music = ({ music: sound, rate: at }: Plan) =>
    sound
      ? `${sound.fileName}, ${(sound.region.in / sound.analysis.sampleRate).toFixed(3)} s of it on frame ${sound.place} (${rateLabel(at)} fps)${sound.splices.length > 0 ? `, ${plural(sound.splices.length, 'splice')}` : ''}`
      : '';
  add('music', 'The music', music(was), music(is));
  const counted = (what: string, from: readonly unknown[], to: readonly unknown[]) => {
    if (from.length === to.length) return;
    const words = `${plural(to.length, what)} in place of ${from.length}.`;
    changes.push({ kind: 'film', ...whole, from: `${from.length}`, to: `${to.length}`, words });
  };
  counted('further sound', was.sounds, is.sounds);
  counted('effect', was.effects, is.effects);
  counted('phrase', was.phrases, is.phrases);
  return changes;
}

const lengthOf = ({ score }: Plan): number => score?.length ?? 0;

/**
 * What changed from one version of a film to another: cuts moved, shots in, out and replaced,
 * lengths, sources, speeds, joins, sound, and what is of the whole film. In the order of the later
 * film.
 */
export function changesOf(was: Plan, is: Plan): readonly Change[] {
  const [before, after] = [filmOf(was), filmOf(is)];
  const pairs = matchedShots(before.shots, after.shots);
  return [
    ...filmChanges(was, is),
    ...[
      ...inAndOut(pairs),
      ...cutChanges(pairs, lengthOf(is) - lengthOf(was)),
      ...pairs.flatMap((pair) => shotChanges(pair, before, after)),
    ].sort((a, b) => a.frame - b.frame),
  ];
}
