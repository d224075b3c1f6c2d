import { landingOf, type Film } from '@caesura/core/film';
import { frames } from '@caesura/core/time';
import { CutPictures, LIST_PICTURE } from '../../components/CutPictures.tsx';
import { ItemList } from '../../components/ItemList.tsx';
import { placeWords } from '../../components/place-words.ts';
import { ShotPicture } from '../../components/ShotPicture.tsx';
import type { Selection } from '../../components/use-selection.ts';
import { shotsUnder, type MoveItem } from './items.ts';
import { MOVE_NAMES, PHRASE_NAMES } from './words.ts';

/** The pictures of an item: on both sides of a cut, or the one a phrase lands on under its arc. */
function Pictures({ film, item }: { film: Film; item: MoveItem }) {
  if (item.kind === 'cut') {
    const { out, into } = item.join;
    return <CutPictures out={out} into={into} />;
  }
  const { lands, start, end } = item.phrase;
  const under =
    shotsUnder(film.shots, lands, lands + 1)[0] ?? shotsUnder(film.shots, start, end)[0];
  return (
    <span className="move-pictures is-phrase" aria-hidden="true">
      <ShotPicture
        size={LIST_PICTURE}
        facts={under}
        source={under?.time?.at(Math.min(under.length - 1, Math.max(0, lands - under.start)))}
      />
      <svg viewBox="0 0 64 24">
        <path d="M1 23Q32 -12 63 23" />
      </svg>
    </span>
  );
}

/** What an item is called, with its figures. */
function Words({ film, item }: { film: Film; item: MoveItem }) {
  const place = landingOf(
    frames(item.kind === 'cut' ? item.frame : item.phrase.lands),
    film.cues,
    film.plan,
  );
  const bar = place ? placeWords(place) : '';
  if (item.kind === 'cut') {
    const { cut, join, settings, before, after } = item.join;
    const name = join ? MOVE_NAMES[settings.move].toLowerCase() : 'hard cut';
    return (
      <>
        <span className="move-title">
          <b>Cut {cut}</b> {bar}
        </span>
        <span className="move-name">
          {join?.off ? <s>{name}</s> : name}{' '}
          {before + after > 0 && (
            <span className="figures">
              {before} + {after}
            </span>
          )}
        </span>
      </>
    );
  }
  const { settings, frames: sections, phrase } = item.phrase;
  const recipe = film.plan.recipes.find(({ id }) => id === phrase.recipe);
  const name = recipe?.name ?? PHRASE_NAMES[settings.kind].toLowerCase();
  return (
    <>
      <span className="move-title">
        <b>Phrase</b> {bar}
      </span>
      <span className="move-name">
        {phrase.off ? <s>{name}</s> : name}{' '}
        <span className="figures">{`${sections.in}·${sections.hold}·${sections.out}`}</span>
      </span>
    </>
  );
}

/** Every cut and phrase of a list. */
export function MoveList({
  film,
  ...list
}: {
  film: Film;
  items: readonly MoveItem[];
  open: string;
  selection: Selection;
  /** Keys of the items at which something would go wrong. */
  wrong: ReadonlySet<string>;
}) {
  return (
    <ItemList
      label="Cuts and phrases"
      {...list}
      row={(item) => (
        <>
          <Pictures film={film} item={item} />
          <span className="move-words">
            <Words film={film} item={item} />
          </span>
        </>
      )}
    />
  );
}
