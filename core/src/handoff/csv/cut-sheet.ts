import {
  formatTimecode,
  instantOfFrame,
  multiply,
  rateLabel,
  rational,
  toNumber,
  toText,
} from '../../time/index.ts';
import { handlesOf, moveKeys, type JoinFacts } from '../../joins/index.ts';
import type { Plan } from '../../plan/index.ts';
import { type ShotFacts, shotSpeed } from '../../film/index.ts';
import type { EffectFacts } from '../../sound/index.ts';
import { effectsAt, effectWords, fallsOn } from '../cut-words.ts';
import type { HandoffFormat } from '../format.ts';
import { joinWords, rampWords } from '../join-words.ts';
import { scoredFilm } from '../scored.ts';
import { sourceTimecode } from '../source-timecode.ts';
import { csvLine } from './fields.ts';

const HEADER = [
  'shot',
  'start frame',
  'end frame',
  'length frames',
  'start timecode',
  'end timecode',
  'length seconds',
  'falls on',
  'offset ms',
  'offset frames',
  'clip',
  'file',
  'source rate',
  'speed %',
  'source in frame',
  'source out frame',
  'source in timecode',
  'source out timecode',
  'join at start',
  'window before',
  'window after',
  'handle ahead needed',
  'handle ahead there',
  'handle behind needed',
  'handle behind there',
  'ramp keys',
  'join keys',
  'sound effects',
];

/** The keys of the join at the start of a shot: side, parameter, frame of the film, value. */
function keyWords({ settings, before, after, overlap, frame }: JoinFacts): string {
  return (['out', 'in'] as const)
    .flatMap((side) =>
      Object.entries(moveKeys(side, settings, { before, after, overlap })).flatMap(([of, keys]) =>
        keys.map(
          ({ at, value }) => `${side} ${of} ${frame + at}: ${Math.round(value * 10_000) / 10_000}`,
        ),
      ),
    )
    .join('; ');
}

function row(
  facts: ShotFacts,
  joins: readonly JoinFacts[],
  effects: readonly EffectFacts[],
  plan: Plan,
): (string | number)[] {
  const { rate, dropFrame, start } = plan;
  const { clip, landing, sourceIn, sourceOut, index, length } = facts;
  const [into, next] = [joins[index - 1], joins[index]];
  const ahead = into && handlesOf(into).in;
  const behind = next && handlesOf(next).out;
  const constant = shotSpeed(facts);
  return [
    index + 1,
    facts.start,
    facts.end,
    length,
    formatTimecode(start + facts.start, rate, dropFrame),
    formatTimecode(start + facts.end, rate, dropFrame),
    toNumber(instantOfFrame(length, rate)).toFixed(3),
    fallsOn(facts),
    landing ? landing.offsetMilliseconds.toFixed(1) : '',
    landing ? landing.offsetFrames.toFixed(2) : '',
    clip?.name ?? '',
    clip?.fileName ?? '',
    clip ? rateLabel(clip.rate) : '',
    clip ? (constant ? toText(multiply(constant, rational(100))) : 'ramp') : '',
    clip ? sourceIn : '',
    clip ? sourceOut : '',
    clip ? sourceTimecode(clip, sourceIn) : '',
    clip ? sourceTimecode(clip, sourceOut) : '',
    into ? joinWords(into) : '',
    into ? into.before : '',
    into ? into.after : '',
    ahead?.needed ?? '',
    ahead?.there ?? '',
    behind?.needed ?? '',
    behind?.there ?? '',
    rampWords(plan, facts),
    into ? keyWords(into) : '',
    effectsAt(facts, effects).map(effectWords).join('; '),
  ];
}

/**
 * The cut sheet: a row for each shot with plan and source ranges (ends exclusive) and where its cut
 * falls.
 */
export const cutSheetCsv: HandoffFormat = {
  id: 'csv',
  name: 'Cut sheet',
  purpose: 'Every shot with its frames, timecodes, source range and cue, for a spreadsheet.',
  extension: 'csv',
  mediaType: 'text/csv',
  write: (plan) => {
    const { shots, joins, effects } = scoredFilm(plan);
    return [HEADER, ...shots.map((facts) => row(facts, joins, effects, plan))]
      .map(csvLine)
      .join('');
  },
};
