import type { ReactNode } from 'react';
import { landingOf, type Film } from '@caesura/core/film';
import { handlesOf } from '@caesura/core/joins';
import { softnessAt } from '@caesura/core/motion';
import { frames, type Frames } from '@caesura/core/time';
import { counted, timecodeAt } from '../../app/format.ts';
import { anchorWords } from '../../components/anchor-words.ts';
import { HandleBar } from './HandleBar.tsx';
import { rangeOfItem, shotsUnder, type MoveItem, type PhraseItem } from './items.ts';
import { placeWords } from '../../components/place-words.ts';
import { largestScale } from './seen-part.ts';
import { MOVE_NAMES, PHRASE_NAMES } from './words.ts';

const barAt = (film: Film, frame: number): string => {
  const landing = landingOf(frames(frame), film.cues, film.plan);
  return landing ? placeWords(landing) : '';
};

/** What a phrase does and over what, in sentences. */
function PhraseWords({ film, item }: { film: Film; item: PhraseItem }) {
  const { phrase, start, end, lands, frames: sections, settings, to } = item.phrase;
  const lies = anchorWords(film, phrase.at, lands);
  const ends = phrase.to && to ? anchorWords(film, phrase.to, to.frame) : null;
  return (
    <ul className="move-sentences">
      <li>
        in <b className="figures">{sections.in} f</b> {settings.lands === 'peak' ? 'up to' : 'from'}{' '}
        {lies} <small>{barAt(film, lands)}</small>
      </li>
      <li>
        hold <b className="figures">{sections.hold} f</b>
      </li>
      <li>
        out <b className="figures">{sections.out} f</b>
        {ends ? `, home on ${ends}` : ''} <small>{barAt(film, end)}</small>
      </li>
      {end <= start && <li className="wrong">It ends before it starts.</li>}
    </ul>
  );
}

/** The name of an item, what it lies over, and what is to be said of it. */
export function MoveWords({
  film,
  item,
  children,
}: {
  film: Film;
  item: MoveItem;
  children: ReactNode;
}) {
  const { from, to } = rangeOfItem(item);
  const under = shotsUnder(film.shots, from, to);
  const names = [...new Set(under.map(({ clip }) => clip?.name ?? 'no clip'))];
  const over = names.length > 3 ? counted(under.length, 'shot') : names.join(' and ');
  const scale = largestScale(item);
  const softness = Math.min(
    ...under.flatMap(({ clip }) => (clip ? [softnessAt(clip.size, film.plan.size, scale)] : [])),
  );
  const title =
    item.kind === 'cut'
      ? `Cut ${item.join.cut}`
      : (film.plan.recipes.find(({ id }) => id === item.phrase.phrase.recipe)?.name ??
        PHRASE_NAMES[item.phrase.settings.kind]);
  const handles = item.kind === 'cut' && item.join.overlap ? handlesOf(item.join) : null;
  return (
    <>
      <h2>{title}</h2>
      <p className="move-over">
        {item.kind === 'cut' && item.join.join
          ? `${MOVE_NAMES[item.join.settings.move]} from `
          : item.kind === 'cut'
            ? 'Hard cut from '
            : 'over '}
        {item.kind === 'cut'
          ? `${item.join.out.clip?.name ?? 'no clip'} to ${item.join.into.clip?.name ?? 'no clip'}`
          : over}
        ,{' '}
        <span className="figures">
          {item.kind === 'cut' ? `frame ${item.frame}` : `frames ${from}–${to - 1}`}
        </span>
        {' · '}
        <span className="figures">{timecodeAt(item.frame, film.plan)}</span>{' '}
        {item.kind === 'cut' && <small>{barAt(film, item.frame as Frames)}</small>}
      </p>
      {children}
      {item.kind === 'phrase' && <PhraseWords film={film} item={item} />}
      {handles && item.kind === 'cut' && (
        <div className="handle-bars">
          <HandleBar facts={item.join.out} handle={handles.out} needed={item.join.blend.after} />
          <HandleBar facts={item.join.into} handle={handles.in} needed={item.join.blend.before} />
        </div>
      )}
      {scale > 1 && Number.isFinite(softness) && (
        <p className="move-fine">{softness.toFixed(2)} px of source per px of film at the peak</p>
      )}
    </>
  );
}
