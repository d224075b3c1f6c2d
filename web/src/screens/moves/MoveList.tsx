import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { landingOf, type Film, type ShotFacts } from '@caesura/core/film';
import { frames } from '@caesura/core/time';
import { behindStrip } from '../../components/behind-strip.ts';
import { placeWords } from './place-words.ts';
import { shotsUnder, type MoveItem } from './items.ts';
import { MOVE_NAMES, PHRASE_NAMES } from './words.ts';
import { choosingOf, type Selection } from './use-selection.ts';

const ROW = 54;
const PICTURE = { width: 35, height: 20 };

/** A small picture of a shot at a source frame. */
function Small({ facts, source }: { facts: ShotFacts | undefined; source: number | undefined }) {
  const clip = facts?.clip;
  const picture =
    clip?.strip && source !== undefined
      ? { strip: clip.strip, at: source / clip.frames, aspect: clip.size.width / clip.size.height }
      : null;
  return <i style={{ ...PICTURE, ...(picture && behindStrip(picture, PICTURE)) }} />;
}

/** The pictures of an item: on both sides of a cut, or the one a phrase lands on under its arc. */
function Pictures({ film, item }: { film: Film; item: MoveItem }) {
  if (item.kind === 'cut') {
    const { out, into } = item.join;
    return (
      <span className="move-pictures" aria-hidden="true">
        <Small facts={out} source={out.time?.at(out.length - 1)} />
        <Small facts={into} source={into.time?.at(0)} />
      </span>
    );
  }
  const { lands, start, end } = item.phrase;
  const under =
    shotsUnder(film.shots, lands, lands + 1)[0] ?? shotsUnder(film.shots, start, end)[0];
  return (
    <span className="move-pictures is-phrase" aria-hidden="true">
      <Small
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

/** Every cut and phrase of a list; several are chosen by Shift, Ctrl or Cmd. */
export function MoveList({
  film,
  items,
  open,
  selection,
  wrong,
}: {
  film: Film;
  items: readonly MoveItem[];
  open: string;
  selection: Selection;
  /** Keys of the items at which something would go wrong. */
  wrong: ReadonlySet<string>;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
    initialRect: { width: 200, height: 600 },
  });
  const at = items.findIndex(({ key }) => key === open);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [rows, at]);
  return (
    <div className="move-list" ref={scroller}>
      <div
        role="listbox"
        aria-label="Cuts and phrases"
        aria-multiselectable="true"
        style={{ height: rows.getTotalSize() }}
      >
        {rows.getVirtualItems().map(({ index, start }) => {
          const item = items[index]!;
          const chosen = selection.keys.has(item.key);
          const isOpen = item.key === open;
          return (
            <button
              key={item.key}
              type="button"
              role="option"
              aria-selected={chosen}
              aria-current={isOpen ? 'true' : undefined}
              className={`move-row${isOpen ? ' is-open' : chosen ? ' is-chosen' : ''}${wrong.has(item.key) ? ' is-wrong' : ''}`}
              style={{ transform: `translateY(${start}px)`, height: ROW }}
              onClick={(event) => selection.choose(item, choosingOf(event))}
            >
              <Pictures film={film} item={item} />
              <span className="move-words">
                <Words film={film} item={item} />
              </span>
            </button>
          );
        })}
      </div>
    </div>
  );
}
