import { memo, type PointerEvent } from 'react';
import { instantAfter, partsOf, type Plan } from '@caesura/core/plan';
import type { Line, ShotFacts } from '@caesura/core/film';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { Lock } from 'lucide-react';
import { signed } from '../app/format.ts';
import type { LineItems } from './line-items.ts';
import { percentOn, rangeOn } from './place.ts';
import { Hairpin } from './Hairpin.tsx';
import { Poster } from './Poster.tsx';
import { Sticks } from './Wave.tsx';
import { tintOf } from '../theme/clip-tints.ts';
import { JoinMarks, SpeedLine } from './JoinMarks.tsx';

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

/** How a click on a cut chooses it. */
const howOf = (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) =>
  event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'with' : 'alone';

/** What stands on a line: a step of the position leaves it as it is. */
const LineContent = memo(function Content({
  plan,
  line,
  items: { cues, shots, begin, joins, effects },
  outline,
  offset,
  selected,
  also,
  ticks,
  onSelect,
  onHold,
}: Omit<Props, 'position'>) {
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
      {effects.map((facts) => (
        <Hairpin key={facts.placement.id} facts={facts} line={line} />
      ))}
      {shots.map((shot) => {
        const at = rangeOn(line, timeOf(shot.start), timeOf(shot.end))!;
        const begins = begin.includes(shot);
        return (
          <div
            key={shot.shot.id}
            className={`shot tint-${tintOf(place(shot))}${shot.clip ? '' : ' shot-none'}`}
            style={{ left: `${at.left}%`, width: `${at.width}%` }}
            title={`${shot.clip?.name ?? 'No clip'} · ${shot.length} f`}
          >
            {begins && shot.clip && <Poster clip={shot.clip} place={place(shot)} />}
            <span className="shot-text">
              <span className="shot-name">{begins ? (shot.clip?.name ?? 'No clip') : ''}</span>
              <span className="figures">{begins ? `${shot.length} f` : ''}</span>
            </span>
            {/* On the line where the shot begins, if it is whole there. */}
            {begins && timeOf(shot.end) <= line.to + half && <SpeedLine plan={plan} facts={shot} />}
          </div>
        );
      })}
      {begin.map((shot) => (
        <button
          key={shot.index === 0 ? 'start' : shot.shot.id}
          type="button"
          tabIndex={shot.index === (selected ?? 1) ? 0 : -1}
          className={cutClass(shot, selected, also)}
          style={{ left: `${Math.max(0, percentOn(line, timeOf(shot.start)))}%` }}
          aria-label={shot.index === 0 ? 'Start of the film' : cutName(shot)}
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
