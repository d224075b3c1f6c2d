import type { ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { correctedBeats, lengthContext } from '@caesura/core/film';
import { soundEnd, usedLength, type Plan, type Sound } from '@caesura/core/plan';
import { samples, type Samples } from '@caesura/core/time';
import { counted, grouped, lengthTimecode, secondsOf } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { LengthField } from '../../fields/LengthField.tsx';
import { IconButton } from '../../components/IconButton.tsx';
import { Word } from '../../components/Word.tsx';

interface Props {
  readonly plan: Plan;
  readonly sound: Sound;
  readonly onStartHere: () => void;
  readonly onEndHere: () => void;
}

interface EdgeProps {
  readonly name: 'Starts' | 'Ends';
  readonly at: Samples;
  readonly sampleRate: number;
  /** Where it can be put by bars, ascending. */
  readonly lines: readonly Samples[];
  readonly onMove: (at: Samples) => void;
}

/** Where the part used starts or ends, moved bar by bar. */
function Edge({ name, at, sampleRate, lines, onMove }: EdgeProps) {
  const earlier = lines.findLast((line) => line < at);
  const later = lines.find((line) => line > at);
  const step = (direction: 'earlier' | 'later', to: Samples | undefined, arrow: ReactNode) => (
    <IconButton
      name={`${name} a bar ${direction}`}
      disabled={to === undefined}
      onClick={() => to !== undefined && onMove(to)}
    >
      {arrow}
    </IconButton>
  );
  return (
    <>
      <dt>{name}</dt>
      <dd className="figures stepped">
        {lines.length > 1 && step('earlier', earlier, <ChevronLeft size={15} />)}
        {(at / sampleRate).toFixed(3)} s
        {lines.length > 1 && step('later', later, <ChevronRight size={15} />)}
      </dd>
    </>
  );
}

/**
 * The part of a sound that the film uses, chosen by bars or at the position, and where it comes in.
 */
export function PartUsed({ plan, sound, onStartHere, onEndHere }: Props) {
  const edit = useEdit();
  const { region, analysis } = sound;
  const { beats, downbeats } = correctedBeats(sound);
  const end = soundEnd(sound, plan.rate);
  const spare = end - plan.target;
  const length = end - sound.place;
  const lines = downbeats.map((i) => beats[i]!.at);
  const inside = lines.filter((at) => at >= region.in && at < region.out).length;
  return (
    <>
      <h3>
        <Word>Part used</Word>
      </h3>
      <dl className="facts">
        <Edge
          name="Starts"
          at={region.in}
          sampleRate={analysis.sampleRate}
          lines={lines}
          onMove={(at) => edit('setRegion', sound.id, at, region.out)}
        />
        <Edge
          name="Ends"
          at={region.out}
          sampleRate={analysis.sampleRate}
          lines={[...lines, analysis.length]}
          onMove={(at) => edit('setRegion', sound.id, region.in, at)}
        />
        <dt>Lasts</dt>
        <dd
          className="figures"
          title={`${lengthTimecode(length, plan)} · ${secondsOf(length, plan.rate)}`}
        >
          {inside > 0 && sound.splices.length === 0 && `${counted(inside, 'bar')} · `}
          {grouped(length)} f
        </dd>
        {sound.splices.length > 0 && (
          <>
            <dt>
              <Word>Splices</Word>
            </dt>
            <dd className="figures">{sound.splices.length}</dd>
          </>
        )}
        {sound.fade > 0 && (
          <>
            <dt>Fades over</dt>
            <dd className="figures">{(sound.fade / analysis.sampleRate).toFixed(3)} s</dd>
          </>
        )}
        <dt>Against the target</dt>
        <dd className="figures" title={secondsOf(Math.abs(spare), plan.rate)}>
          {spare === 0
            ? 'exact'
            : `${counted(Math.abs(spare), 'frame')} ${spare > 0 ? 'spare' : 'short'}`}
        </dd>
      </dl>
      <LengthField
        label="Comes in at"
        value={sound.place}
        written={`${sound.place} f`}
        also={secondsOf(sound.place, plan.rate)}
        context={lengthContext(plan)}
        onCommit={(place) => edit('placeSound', sound.id, place)}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={onStartHere}
          title="The part used starts at the position (S)"
        >
          Start here
        </Button>
        <Button
          variant="outline-dark"
          onClick={onEndHere}
          title="The part used ends at the position (E)"
        >
          End here
        </Button>
        <Button
          variant="outline-dark"
          disabled={region.in === 0 && usedLength(sound) === analysis.length && sound.fade === 0}
          onClick={() =>
            edit('setEnding', sound.id, {
              region: { in: samples(0), out: analysis.length },
              splices: [],
              fade: samples(0),
            })
          }
        >
          Whole file
        </Button>
      </div>
    </>
  );
}
