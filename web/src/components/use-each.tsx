import { useState, type ReactNode } from 'react';
import { sectionAround, wholeFilm, type Film } from '@caesura/core/film';
import { anchorsOnEach, EACH, type Each } from '@caesura/core/phrases';
import type { PlaceAnchor } from '@caesura/core/plan';
import { frames, type Frames } from '@caesura/core/time';
import { Choose } from '../fields/Choose.tsx';
import { NumberField } from '../fields/NumberField.tsx';

const EACH_NAMES: Readonly<Record<Each, string>> = {
  hit: 'each hit',
  word: 'each word',
  beat: 'each beat',
  downbeat: 'each downbeat',
  drop: 'each drop',
  cut: 'each cut',
  moment: 'each moment that lands',
};
const WHERE = {
  bars: 'of these bars',
  section: 'of the section here',
  all: 'of the film',
} as const;

/** The frames of bars of the music, from one to another, both counted from 1. */
function framesOfBars(film: Film, first: number, last: number): { from: Frames; to: Frames } {
  const lines = film.beats.filter(({ kind }) => kind === 'downbeat');
  const whole = wholeFilm(film.plan);
  const from = lines.find(({ bar }) => bar === first)?.frame ?? frames(whole.from);
  const to = lines.find(({ bar }) => bar === last + 1)?.frame ?? frames(whole.to);
  return { from, to };
}

/**
 * Fields that choose what something is put on in one act: each hit, word or other cue of a range,
 * not nearer than so many beats; with the instants that they choose.
 */
export function useEach(
  film: Film,
  position: number,
): { readonly fields: ReactNode; readonly anchors: readonly PlaceAnchor[] } {
  const [each, setEach] = useState<Each>('hit');
  const [where, setWhere] = useState<keyof typeof WHERE>('bars');
  const [bars, setBars] = useState({ first: 1, last: 8 });
  const [apart, setApart] = useState(1);
  const range =
    where === 'bars'
      ? framesOfBars(film, bars.first, bars.last)
      : where === 'section'
        ? sectionAround(film.plan, frames(position))
        : wholeFilm(film.plan);
  const anchors = anchorsOnEach(film, each, {
    from: frames(range.from),
    to: frames(range.to),
    apart,
  });
  const bar = (label: string, value: number, take: (bar: number) => typeof bars) => (
    <NumberField
      {...{ label, value }}
      unit=""
      least={1}
      most={9999}
      onCommit={(to) => {
        setBars(take(Math.round(to)));
        return true;
      }}
    />
  );
  const fields = (
    <>
      <Choose
        label="On"
        value={each}
        of={EACH_NAMES}
        onChoose={(chosen) => setEach(EACH.find((e) => e === chosen)!)}
      />
      <Choose label="Where" value={where} of={WHERE} onChoose={setWhere} />
      {where === 'bars' && (
        <>
          {bar('From bar', bars.first, (first) => ({ first, last: Math.max(first, bars.last) }))}
          {bar('To bar', bars.last, (last) => ({ first: Math.min(bars.first, last), last }))}
        </>
      )}
      <NumberField
        label="Not nearer than"
        value={apart}
        unit="beats"
        least={0}
        most={64}
        onCommit={(beats) => {
          setApart(beats);
          return true;
        }}
      />
    </>
  );
  return { fields, anchors };
}
