import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { sectionAround, wholeFilm, type Film } from '@caesura/core/film';
import { anchorsOnEach, EACH, type Each } from '@caesura/core/phrases';
import type { PhraseSettings } from '@caesura/core/plan';
import { frames, type Frames } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { EACH_NAMES } from './words.ts';

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
 * Puts a phrase on each hit, word or other cue of a range in one act: as the open one is, or as a
 * recipe says.
 */
export function OnEach({
  film,
  position,
  recipe,
  settings,
}: {
  film: Film;
  position: number;
  /** The recipe that they are to follow; null for `settings`. */
  recipe: string | null;
  settings: Partial<PhraseSettings>;
}) {
  const edit = useEdit();
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
  const put = () => {
    const places = anchors.map((at) => ({ at }));
    if (recipe) edit('putPhraseRecipe', recipe, places);
    else edit('addPhrases', places, { set: settings });
  };
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
  return (
    <fieldset className="on-each" aria-label="On each">
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
      <Button variant="outline-dark" disabled={anchors.length === 0} onClick={put}>
        {anchors.length === 0 ? 'None there' : `Put ${counted(anchors.length, 'phrase')}`}
      </Button>
    </fieldset>
  );
}
