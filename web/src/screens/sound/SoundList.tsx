import { landingOf, type Film } from '@caesura/core/film';
import { frames } from '@caesura/core/time';
import { CutPictures, LIST_PICTURE } from '../../components/CutPictures.tsx';
import { ItemList } from '../../components/ItemList.tsx';
import { placeWords } from '../../components/place-words.ts';
import { ShotPicture } from '../../components/ShotPicture.tsx';
import type { Selection } from '../../components/use-selection.ts';
import type { SoundItem } from './items.ts';

const KINDS = { hit: 'Effect', riser: 'Riser', bed: 'Bed' } as const;

/** The pictures on both sides of a cut, or the one that is seen where an effect is. */
function Pictures({ film, item }: { film: Film; item: SoundItem }) {
  if (item.join) return <CutPictures out={item.join.out} into={item.join.into} />;
  const under = film.shots.findLast(({ start }) => start <= item.frame);
  const k = under ? Math.min(under.length - 1, item.frame - under.start) : 0;
  return (
    <span className="move-pictures" aria-hidden="true">
      <ShotPicture facts={under} source={under?.time?.at(k)} size={LIST_PICTURE} />
    </span>
  );
}

/** Every place of the film where something can sound: which, where, and what does. */
export function SoundList({
  film,
  ...list
}: {
  film: Film;
  items: readonly SoundItem[];
  open: string;
  selection: Selection;
  wrong: ReadonlySet<string>;
}) {
  return (
    <ItemList
      label="Cuts and effects"
      {...list}
      row={(item) => {
        const place = landingOf(frames(Math.max(0, item.frame)), film.cues, film.plan);
        return (
          <>
            <Pictures film={film} item={item} />
            <span className="move-words">
              <span className="move-title">
                <b>{item.join ? `Cut ${item.join.cut}` : KINDS[item.effects[0]!.placement.kind]}</b>{' '}
                {place ? placeWords(place) : ''}
              </span>
              <span className="move-name">
                {item.effects.map(({ placement, effect }, i) => (
                  <span key={placement.id}>
                    {i > 0 && ', '}
                    {placement.off ? <s>{effect.name}</s> : effect.name}
                  </span>
                ))}
              </span>
            </span>
          </>
        );
      }}
    />
  );
}
