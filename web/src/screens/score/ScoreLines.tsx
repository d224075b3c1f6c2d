import { useAppSelector } from '../../app/store.ts';
import { GhostCuts } from './GhostCuts.tsx';
import { useMemo, type RefObject } from 'react';
import { filmOf, frameAtTime, scoreLines } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import type { Frames } from '@caesura/core/time';
import { timeOfFrame } from '../../app/format.ts';
import { useLatest } from '../../app/use-latest.ts';
import { useOutline } from '../../app/use-media.ts';
import { onLine, useLineItems } from '../../components/line-items.ts';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { ScoreLine } from '../../components/ScoreLine.tsx';
import { comesIn } from '../../sound/film-route.ts';
import { filmOutline } from './film-outline.ts';
import { PaceCurve, usePace } from './PaceCurve.tsx';
import type { AskedMenu } from './ScoreMenu.tsx';
import { useCutDrag } from './use-cut-drag.ts';
import type { CutSelection } from './use-cut-selection.ts';
import type { ShotSelection } from './use-shot-selection.ts';

/** The least and the most that a line is high, in pixels; between them they fill the screen. */
const HEIGHTS = [102, 210] as const;
/** Frames on a line up to which each has its tick. */
const TICKED = 130;

interface Props {
  readonly plan: Plan;
  /** Bars on a line. */
  readonly bars: number;
  readonly frame: Frames;
  readonly list: RefObject<LineListHandle | null>;
  readonly selection: CutSelection;
  readonly onDrop: (cut: number, to: Frames) => void;
  readonly shots: ShotSelection;
  readonly onMenu: (asked: AskedMenu) => void;
  /** Whether the pace is drawn over the lines. */
  readonly withPace: boolean;
}

/** The film in lines of bars, its cuts chosen and dragged with the pointer. */
export function ScoreLines({
  plan,
  bars,
  frame,
  list,
  selection,
  onDrop,
  shots,
  onMenu,
  withPace,
}: Props) {
  const { music } = plan;
  const fileOutline = useOutline(music?.outline ?? null);
  const outline = useMemo(() => filmOutline(fileOutline, music), [fileOutline, music]);
  const lines = useMemo(() => scoreLines(plan, bars), [plan, bars]);
  const pace = usePace(plan);
  const film = filmOf(plan);
  const items = useLineItems(film, lines, plan.rate);
  const other = useAppSelector((state) => state.compare);
  const drag = useCutDrag(list, plan, film.cues, onDrop);
  const onHold = useLatest(drag.hold);
  const onSelect = useLatest((...[cut, how]: Parameters<CutSelection['choose']>) => {
    if (!drag.dragged()) selection.choose(cut, how);
  });
  const choose = useLatest(shots.choose);
  const press = useLatest(shots.press);
  const menu = useLatest((shot: number, { x, y }: { x: number; y: number }) =>
    onMenu({ shot, x, y }),
  );
  // The same from one drawing to the next, or every line would be drawn again.
  const onShots = useMemo(() => ({ choose, press, menu }), [choose, press, menu]);
  return (
    <LineList
      ref={list}
      lines={lines}
      heights={HEIGHTS}
      label="The score in lines of four bars"
      onPoint={(at) => selection.point(frameAtTime(at, plan))}
      draw={(line) => (
        <>
          <ScoreLine
            plan={plan}
            line={line}
            items={items.get(line)!}
            outline={outline}
            offset={music ? -comesIn(music, plan.rate) : 0}
            position={onLine(line, timeOfFrame(frame, plan))}
            selected={selection.selected}
            also={selection.also}
            ticks={(line.span * plan.rate.num) / plan.rate.den <= TICKED}
            onSelect={onSelect}
            onHold={onHold}
            onShots={onShots}
            chosen={shots.chosen}
          />
          {other && <GhostCuts plan={plan} other={other.plan} line={line} />}
          {withPace && pace && <PaceCurve plan={plan} line={line} pace={pace} />}
        </>
      )}
    />
  );
}
