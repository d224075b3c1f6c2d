import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { PhraseMark } from '@caesura/core/edits';
import type { Film } from '@caesura/core/film';
import { marksOf } from '@caesura/core/phrases';
import { frames } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { drag, type Dragged } from '../../components/drag.ts';
import type { Columns } from './bands.tsx';
import type { CutItem, MoveItem, PhraseItem } from './items.ts';

const HEIGHT = 26;
/** Pixels within which an end that is dragged goes to a cut or a cue. */
const NEAR = 7;

/** A mark to be dragged from frame to frame. */
interface Handle {
  readonly name: string;
  readonly frame: number;
  readonly big: boolean;
  readonly onDrop: (frame: number) => void;
}

/** The nearest cut or cue to a place in pixels, as far as it is near; else the nearest frame. */
function snapped(film: Film, columns: Columns, at: number): number {
  const { from, width } = columns;
  const frame = Math.round(at / width) + from;
  const marks = [
    ...film.joins.map((join) => join.frame as number),
    ...film.beats.map((cue) => cue.frame as number),
    ...film.standing.map((cue) => cue.frame as number),
    ...film.cues.map((cue) => cue.frame as number),
  ];
  const near = marks
    .map((mark) => ({ mark, far: Math.abs((mark - from) * width - at) }))
    .filter(({ far }) => far <= NEAR)
    .sort((a, b) => a.far - b.far)[0];
  return near?.mark ?? frame;
}

const usePhraseHandles = ({ phrase }: PhraseItem): Handle[] => {
  const edit = useEdit();
  const { start, frames: sections } = phrase;
  const { peak, leave, home } = marksOf(sections);
  const handle = (mark: PhraseMark, name: string, frame: number, big: boolean): Handle => ({
    ...{ name, frame, big },
    onDrop: (to) => edit('resizePhrase', phrase.phrase.id, mark, frames(to)),
  });
  return [
    handle('start', 'Start', start, true),
    handle('peak', 'Start of the hold', start + peak, false),
    handle('leave', 'End of the hold', start + leave, false),
    handle('end', 'End', start + home, true),
  ];
};

const useCutHandles = ({ join }: CutItem): Handle[] => {
  const edit = useEdit();
  const { frame, before, after, cut } = join;
  if (!join.join) return [];
  return [
    {
      name: 'Start of the window',
      frame: frame - before,
      big: true,
      onDrop: (to) => edit('setWindow', cut, Math.max(0, frame - to), after),
    },
    {
      name: 'End of the window',
      frame: frame + after,
      big: true,
      onDrop: (to) => edit('setWindow', cut, before, Math.max(0, to - frame)),
    },
  ];
};

/** The mark over what an item moves, with its handles, each to be dragged or stepped by arrows. */
function Mark({
  film,
  columns,
  handles,
  slur,
}: {
  film: Film;
  columns: Columns;
  handles: readonly Handle[];
  slur: boolean;
}) {
  const [dragged, setDragged] = useState<{ name: string; frame: number } | null>(null);
  const { from, to, width } = columns;
  const frameOf = (handle: Handle) =>
    dragged?.name === handle.name ? dragged.frame : handle.frame;
  const x = (frame: number) => (frame - from) * width;
  const hold = (handle: Handle) => (press: PointerEvent) => {
    (press.currentTarget as SVGElement).focus();
    const at = ({ byX }: Dragged) => snapped(film, columns, x(handle.frame) + byX);
    drag(
      press,
      (now) => setDragged(now && { name: handle.name, frame: at(now) }),
      (now) => handle.onDrop(at(now)),
    );
  };
  const step = (handle: Handle) => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    handle.onDrop(handle.frame + by);
  };
  if (handles.length === 0) return null;
  const [a, b] = [x(frameOf(handles[0]!)), x(frameOf(handles.at(-1)!))];
  return (
    <svg className="mark-band" width={(to - from) * width} height={HEIGHT}>
      <path d={slur ? `M${a} 21Q${(a + b) / 2} -7 ${b} 21` : `M${a} 21V8H${b}V21`} />
      {handles.map((handle) => (
        <circle
          key={handle.name}
          className={handle.big ? '' : 'is-small'}
          role="slider"
          tabIndex={0}
          aria-label={handle.name}
          aria-valuenow={frameOf(handle)}
          aria-valuetext={`frame ${frameOf(handle)}`}
          cx={x(frameOf(handle))}
          cy={handle.big ? 20 : 11}
          r={handle.big ? 5 : 4}
          onPointerDown={hold(handle)}
          onKeyDown={step(handle)}
        >
          <title>
            {handle.name}, frame {frameOf(handle)}
          </title>
        </circle>
      ))}
    </svg>
  );
}

const PhraseMarkBand = ({ item, ...rest }: { film: Film; item: PhraseItem; columns: Columns }) => (
  <Mark {...rest} handles={usePhraseHandles(item)} slur />
);

const CutMarkBand = ({ item, ...rest }: { film: Film; item: CutItem; columns: Columns }) => (
  <Mark {...rest} handles={useCutHandles(item)} slur={item.join.overlap} />
);

/** The window of a cut or the arc of a phrase over the columns. */
export const MarkBand = ({ item, ...rest }: { film: Film; item: MoveItem; columns: Columns }) =>
  item.kind === 'phrase' ? (
    <PhraseMarkBand item={item} {...rest} />
  ) : (
    <CutMarkBand item={item} {...rest} />
  );
