import { Fragment, memo, type MouseEvent, type PointerEvent } from 'react';
import { instantAfter, partsOf, type Plan } from '@caesura/core/plan';
import { filmOf, type Line, type ShotFacts } from '@caesura/core/film';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { Lock } from 'lucide-react';
import { signed, timecodeAt } from '../app/format.ts';
import type { LineItems } from './line-items.ts';
import { percentOn, rangeOn, type FilmRange } from './place.ts';
import { EventMarks } from './EventMarks.tsx';
import { OwnSoundMarks } from './OwnSoundMarks.tsx';
import { StandingMarks } from './StandingMarks.tsx';
import { Hairpin } from './Hairpin.tsx';
import { Poster } from './Poster.tsx';
import { Sticks } from './Wave.tsx';
import { tintOf } from '../theme/clip-tints.ts';
import { JoinMarks, SpeedLine } from './JoinMarks.tsx';
import { PhraseMarks } from './PhraseMarks.tsx';

interface Props {
  readonly plan: Plan;
  readonly line: Line;
  /** What stands on the line. */
  readonly items: LineItems;
  readonly outline: Uint8Array | null;
  /** Time of the music file at which the film starts. */
  readonly offset: number;
  /** Time of the position in the film; null where it is on another line. */
  readonly position: number | null;
  readonly selected: number | null;
  readonly also: readonly number[];
  /** Frames on one side of which a tick is drawn for each; none when they would be too near. */
  readonly ticks: boolean;
  /** A cut was chosen: alone, with others, or up to it. */
  readonly onSelect: (cut: number, how: 'alone' | 'with' | 'to') => void;
  /** A cut was taken hold of with the pointer. */
  readonly onHold: (cut: number, event: PointerEvent) => void;
  /** What can be done with shots; null where they are only looked at. */
  readonly onShots: ShotActs | null;
  /** Shots that are chosen. */
  readonly chosen: readonly number[];
}

/** What can be done with the shots on a line. */
export interface ShotActs {
  readonly choose: (shot: number, how: 'alone' | 'with' | 'to') => void;
  /** A shot was pressed with the pointer. */
  readonly press: (shot: number, event: PointerEvent) => void;
  /** Its menu was asked for, at a place of the page. */
  readonly menu: (shot: number, at: { readonly x: number; readonly y: number }) => void;
}

/** The beats of a line: strong ones tall, downbeats with their mark. */
function Cues({ line, cues }: { line: Line; cues: LineItems['cues'] }) {
  return cues.map((cue) => (
    <i
      key={`${cue.at.num}/${cue.at.den}`}
      className={`cue${cue.kind === 'downbeat' ? ' is-downbeat' : ''}`}
      style={{
        left: `${percentOn(line, toNumber(cue.at))}%`,
        height: `${10 + 24 * cue.strength}px`,
      }}
    />
  ));
}

/** What a screen reader says of a cut. */
function cutName({ index, start, landing, shot }: ShotFacts): string {
  const off = landing
    ? `, ${landing.onCue ? 'on' : 'near'} bar ${landing.cue.bar} beat ${landing.cue.beat}, ${signed(landing.offsetMilliseconds, 1)} milliseconds`
    : '';
  return `Cut ${index}, frame ${start}${off}${shot.locked ? ', locked' : ''}`;
}

/** Where the music goes on at another place of its file. */
function Splices({ plan: { music, rate }, line }: { plan: Plan; line: Line }) {
  if (!music) return null;
  return partsOf(music)
    .slice(1)
    .map(({ before }) => toNumber(instantAfter(music, before, rate)))
    .filter((at) => at >= line.from && at < line.to)
    .map((at) => (
      <i
        key={at}
        className="splice-tick"
        style={{ left: `${percentOn(line, at)}%` }}
        title="The music is spliced here"
      />
    ));
}

/** A tick for every frame of a line, the tenth taller. */
function FrameTicks({ plan, line }: Pick<Props, 'plan' | 'line'>) {
  const { num, den } = plan.rate;
  const first = Math.ceil((line.from * num) / den - 1e-6);
  const count = Math.max(0, Math.ceil((line.to * num) / den - 1e-6) - first);
  return Array.from({ length: count }, (_, i) => (
    <i
      key={first + i}
      className={`frame-tick${(first + i) % 10 === 0 ? ' is-tenth' : ''}`}
      style={{
        left: `${percentOn(line, toNumber(instantOfFrame(frames(first + i), plan.rate)))}%`,
      }}
    >
      {(first + i) % 10 === 0 && <b className="figures">{first + i}</b>}
    </i>
  ));
}

const cutClass = (
  { index, landing }: ShotFacts,
  selected: number | null,
  also: readonly number[],
): string =>
  [
    'cut',
    index === 0 && 'cut-start',
    index === selected && 'is-selected',
    also.includes(index) && 'is-also',
    landing && !landing.onCue && 'is-off',
  ]
    .filter(Boolean)
    .join(' ');

/** What is said at a cut. */
function cutTip({ index, start, landing, shot }: ShotFacts, plan: Plan): string {
  const on = landing
    ? ` · ${landing.onCue ? 'on' : 'near'} bar ${landing.cue.bar} beat ${landing.cue.beat}, ${signed(landing.offsetMilliseconds, 1)} ms`
    : '';
  const held = shot.locked ? 'locked' : 'drag it, or [ ] from cue to cue';
  return `Cut ${index} · frame ${start} · ${timecodeAt(start, plan)}${on} · ${held}`;
}

/** What a screen reader says of a shot, and what is said at it. */
const shotName = ({ index, clip, length, start }: ShotFacts): string =>
  `Shot ${index + 1}, ${clip?.name ?? 'No clip'}, ${length} frames from frame ${start}`;

/** How a click on a cut chooses it. */
const howOf = (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) =>
  event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'with' : 'alone';

const shotClass = (shot: ShotFacts, place: number, chosen: readonly number[]): string =>
  `shot tint-${tintOf(place)}${shot.clip ? '' : ' shot-none'}${chosen.includes(shot.index) ? ' is-chosen' : ''}`;

/** Opens the menu of a shot where it was asked for: at the pointer, or under what has the focus. */
function askedMenu(event: MouseEvent<HTMLElement>, shot: number, acts: ShotActs | null): void {
  if (!acts) return;
  event.preventDefault();
  const { left, bottom } = event.currentTarget.getBoundingClientRect();
  const byKey = event.clientX === 0 && event.clientY === 0;
  acts.menu(shot, byKey ? { x: left, y: bottom } : { x: event.clientX, y: event.clientY });
}

/** What of a shot is clicked, dragged over, and found by keyboard and screen reader. */
function ShotHold({
  facts,
  at,
  acts,
  chosen,
  first,
}: {
  facts: ShotFacts;
  at: FilmRange;
  acts: ShotActs;
  chosen: readonly number[];
  /** Whether the shot begins on this line: a screen reader is told of it once. */
  first: boolean;
}) {
  const { index, clip, length } = facts;
  return (
    <button
      type="button"
      className="shot-hold"
      data-shot={index}
      style={{ left: `${at.left}%`, width: `${at.width}%` }}
      tabIndex={first && index === (chosen[0] ?? 0) ? 0 : -1}
      aria-hidden={first ? undefined : true}
      aria-label={shotName(facts)}
      aria-pressed={chosen.includes(index)}
      title={`${clip?.name ?? 'No clip'} · ${length} f`}
      onPointerDown={(event) => {
        event.stopPropagation();
        if (event.button === 0) acts.press(index, event);
      }}
      onClick={(event) => {
        // A press has chosen it already; a key has not.
        if (event.detail === 0) acts.choose(index, 'alone');
      }}
      onContextMenu={(event) => askedMenu(event, index, acts)}
    />
  );
}

/** What stands on a line: a step of the position leaves it as it is. */
const LineContent = memo(function Content({
  plan,
  line,
  items,
  outline,
  offset,
  selected,
  also,
  ticks,
  onSelect,
  onHold,
  onShots,
  chosen,
}: Omit<Props, 'position'>) {
  const { cues, shots, begin, joins, phrases, effects, events } = items;
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  // A cut up to half a frame before the end of a line belongs to the cue that starts the next one.
  const half = timeOf(1) / 2;
  const place = (shot: ShotFacts) => (shot.clip ? plan.clips.indexOf(shot.clip) : -1);
  return (
    <>
      <div className="cues" style={{ width: `${percentOn(line, line.to)}%` }} />
      <div className="cue-row">
        {outline && <Sticks outline={outline} line={line} offset={offset} />}
        <Cues line={line} cues={cues} />
        <Splices plan={plan} line={line} />
        {ticks && <FrameTicks plan={plan} line={line} />}
      </div>
      <StandingMarks line={line} items={items} />
      {effects.map((facts) => (
        <Hairpin key={facts.placement.id} facts={facts} line={line} />
      ))}
      {shots.map((shot) => {
        const at = rangeOn(line, timeOf(shot.start), timeOf(shot.end))!;
        const begins = begin.includes(shot);
        return (
          <Fragment key={shot.shot.id}>
            {onShots && (
              <ShotHold facts={shot} at={at} acts={onShots} chosen={chosen} first={begins} />
            )}
            <div
              className={shotClass(shot, place(shot), chosen)}
              style={{ left: `${at.left}%`, width: `${at.width}%` }}
            >
              {begins && shot.clip && <Poster clip={shot.clip} place={place(shot)} />}
              <span className="shot-text">
                <span className="shot-name">
                  {begins ? '' : '… '}
                  {shot.clip?.name ?? 'No clip'}
                </span>
                {begins && <span className="figures">{shot.length} f</span>}
              </span>
              {/* On the line where the shot begins, if it is whole there. */}
              {begins && timeOf(shot.end) <= line.to + half && (
                <SpeedLine plan={plan} facts={shot} />
              )}
            </div>
          </Fragment>
        );
      })}
      <OwnSoundMarks plan={plan} line={line} />
      <EventMarks plan={plan} line={line} events={events} shots={filmOf(plan).shots} />
      {begin.map((shot) => (
        <button
          key={shot.index === 0 ? 'start' : shot.shot.id}
          type="button"
          tabIndex={shot.index === (selected ?? 1) ? 0 : -1}
          className={cutClass(shot, selected, also)}
          style={{ left: `${Math.max(0, percentOn(line, timeOf(shot.start)))}%` }}
          aria-label={shot.index === 0 ? 'Start of the film' : cutName(shot)}
          title={shot.index === 0 ? 'Start of the film' : cutTip(shot, plan)}
          onContextMenu={(event) => askedMenu(event, shot.index, onShots)}
          aria-pressed={shot.index === selected || also.includes(shot.index)}
          onPointerDown={(event) => {
            event.stopPropagation();
            if (shot.index > 0 && event.button === 0 && howOf(event) === 'alone')
              onHold(shot.index, event);
          }}
          onClick={(event) => onSelect(shot.index, howOf(event))}
        >
          {shot.index === selected && shot.index > 0 && (
            <span className="cut-tag">{shot.index}</span>
          )}
          {shot.shot.locked && (
            <span className="cut-lock">
              <Lock size={11} aria-hidden="true" />
            </span>
          )}
        </button>
      ))}
      <JoinMarks plan={plan} line={line} joins={joins} />
      <PhraseMarks plan={plan} line={line} phrases={phrases} />
    </>
  );
});

/** One line of the score: cues over the shots, cuts as strokes through both, and the position. */
export function ScoreLine({ position, ...content }: Props) {
  return (
    <>
      <LineContent {...content} />
      {content.selected === null && position !== null && (
        <div className="position" style={{ left: `${percentOn(content.line, position)}%` }} />
      )}
    </>
  );
}
