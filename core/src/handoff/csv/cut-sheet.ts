import { formatTimecode, instantOfFrame, multiply, rateLabel, rational, toNumber, toText } from '../../time/index.ts';
import { sourceFrameAt, type Plan, type ShotFacts } from '../../plan/index.ts';
import type { HandoffFormat } from '../format.ts';
import { scoredShots } from '../scored.ts';
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
];

/** Where a cut falls in words: `bar 9 beat 1`, with `near` when it is not on the cue. */
function fallsOn({ landing }: ShotFacts): string {
  if (!landing) return '';
  return `${landing.onCue ? '' : 'near '}bar ${landing.cue.bar} beat ${landing.cue.beat}`;
}

function row(facts: ShotFacts, { rate, dropFrame, start }: Plan): (string | number)[] {
  const { clip, landing, sourceIn, sourceOut, speed, index, length } = facts;
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
    clip ? toText(multiply(speed, rational(100))) : '',
    clip ? sourceIn : '',
    clip ? sourceOut : '',
    clip ? sourceTimecode(clip, sourceIn) : '',
    clip ? sourceTimecode(clip, sourceFrameAt(length, sourceIn, clip.rate, rate, speed)) : '',
  ];
}

/** The cut sheet: a row for each shot with plan and source ranges (ends exclusive) and where its cut falls. */
export const cutSheetCsv: HandoffFormat = {
  id: 'csv',
  name: 'Cut sheet',
  purpose: 'Every shot with its frames, timecodes, source range and cue, for a spreadsheet.',
  extension: 'csv',
  mediaType: 'text/csv',
  write: (plan) => [HEADER, ...scoredShots(plan).map((facts) => row(facts, plan))].map(csvLine).join(''),
};
