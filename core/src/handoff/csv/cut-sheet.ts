import {
  formatTimecode,
  instantOfFrame,
  multiply,
  rateLabel,
  rational,
  toNumber,
  toText,
} from '../../time/index.ts';
import { handlesOf, moveKeys, type Handle, type JoinFacts } from '../../joins/index.ts';
import type { Clip, Plan } from '../../plan/index.ts';
import { type ShotFacts, shotSpeed } from '../../film/index.ts';
import type { EffectFacts } from '../../sound/index.ts';
import { effectsAt, effectWords, fallsOn } from '../cut-words.ts';
import type { HandoffFormat } from '../format.ts';
import { joinWords, rampWords } from '../join-words.ts';
import { betweenWords, framingWords, phraseWords, steadyWords } from '../picture-words.ts';
import { ownSoundWords } from '../own-sound-events.ts';
import { scoredFilm, type ScoredFilm } from '../scored.ts';
import { sourceTimecode } from '../source-timecode.ts';
import { csvLine } from './fields.ts';

/** The keys of the join at the start of a shot: side, parameter, frame of the film, value. */
function keyWords(join: JoinFacts): string {
  const { settings, frame } = join;
  return (['out', 'in'] as const)
    .flatMap((side) =>
      Object.entries(moveKeys(side, settings, join)).flatMap(([of, keys]) =>
        keys.map(
          ({ at, value }) => `${side} ${of} ${frame + at}: ${Math.round(value * 10_000) / 10_000}`,
        ),
      ),
    )
    .join('; ');
}

/** What a row is made from: a shot and what lies at its ends. */
interface Row {
  readonly plan: Plan;
  readonly film: ScoredFilm;
  readonly facts: ShotFacts;
  readonly clip: Clip | null;
  readonly into: JoinFacts | undefined;
  readonly ahead: Handle | null | undefined;
  readonly behind: Handle | null | undefined;
  readonly effects: readonly EffectFacts[];
}

type Value = string | number | null | undefined;

const secondsOf = ({ rate }: Plan, length: number): number =>
  toNumber(instantOfFrame(length, rate));
const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

function speedOf({ facts }: Row): string {
  const constant = shotSpeed(facts);
  return constant ? toText(multiply(constant, rational(100))) : 'ramp';
}

/** The columns with what stands in them; a column of the clip is empty where there is none. */
const COLUMNS: readonly (readonly [name: string, value: (row: Row) => Value])[] = [
  ['shot', ({ facts }) => facts.index + 1],
  ['start frame', ({ facts }) => facts.start],
  ['end frame', ({ facts }) => facts.end],
  ['length frames', ({ facts }) => facts.length],
  ['start timecode', ({ plan, facts }) => timecodeOf(plan, facts.start)],
  ['end timecode', ({ plan, facts }) => timecodeOf(plan, facts.end)],
  ['length seconds', ({ plan, facts }) => secondsOf(plan, facts.length).toFixed(3)],
  ['falls on', ({ facts }) => fallsOn(facts)],
  ['offset ms', ({ facts }) => facts.landing?.offsetMilliseconds.toFixed(1)],
  ['offset frames', ({ facts }) => facts.landing?.offsetFrames.toFixed(2)],
  ['clip', ({ clip }) => clip?.name],
  ['file', ({ clip }) => clip?.fileName],
  ['source rate', ({ clip }) => clip && rateLabel(clip.rate)],
  ['speed %', (row) => row.clip && speedOf(row)],
  ['source in frame', ({ clip, facts }) => clip && facts.sourceIn],
  ['source out frame', ({ clip, facts }) => clip && facts.sourceOut],
  ['source in timecode', ({ clip, facts }) => clip && sourceTimecode(clip, facts.sourceIn)],
  ['source out timecode', ({ clip, facts }) => clip && sourceTimecode(clip, facts.sourceOut)],
  ['join at start', ({ into }) => into && joinWords(into)],
  ['window before', ({ into }) => into?.before],
  ['window after', ({ into }) => into?.after],
  ['handle ahead needed', ({ ahead }) => ahead?.needed],
  ['handle ahead there', ({ ahead }) => ahead?.there],
  ['handle behind needed', ({ behind }) => behind?.needed],
  ['handle behind there', ({ behind }) => behind?.there],
  ['ramp keys', ({ plan, facts }) => rampWords(plan, facts)],
  ['join keys', ({ into }) => into && keyWords(into)],
  ['phrases', ({ film, facts }) => phraseWords(film, facts)],
  ['framing', ({ facts }) => framingWords(facts)],
  ['steadied', ({ facts }) => steadyWords(facts)],
  ['between frames', ({ facts }) => betweenWords(facts)],
  ['own sound', ({ facts }) => ownSoundWords(facts)],
  ['sound effects', ({ facts, effects }) => effectsAt(facts, effects).map(effectWords).join('; ')],
];

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
    const film = scoredFilm(plan);
    const { shots, joins, effects } = film;
    const rows = shots.map((facts): Row => {
      const [into, next] = [joins[facts.index - 1], joins[facts.index]];
      const [ahead, behind] = [into && handlesOf(into).in, next && handlesOf(next).out];
      return { plan, film, facts, clip: facts.clip, into, ahead, behind, effects };
    });
    const table = rows.map((row) => COLUMNS.map(([, value]) => value(row) ?? ''));
    return [COLUMNS.map(([name]) => name), ...table].map(csvLine).join('');
  },
};
