import { Button } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
import { effectsByHand, phraseByHand } from '@caesura/core/recipes';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import type { MoveItem } from './items.ts';

/** The recipe that an item follows, with what of it was set by hand, and the ways on from there. */
export function RecipeFollowed({ film, item }: { film: Film; item: MoveItem }) {
  const edit = useEdit();
  const { plan } = film;
  const id = item.kind === 'cut' ? item.join.join?.recipe : item.phrase.phrase.recipe;
  const followed = plan.recipes.find((recipe) => recipe.id === id);
  if (!followed) return null;
  const byHand =
    item.kind === 'cut'
      ? Object.keys(item.join.join?.set ?? {}).length + (effectsByHand(plan, item.join.cut) ? 1 : 0)
      : phraseByHand(plan, item.key);
  const follow = () =>
    item.kind === 'cut'
      ? edit('followRecipe', item.join.cut)
      : edit('followPhraseRecipe', [item.key], followed.id);
  const change = () =>
    item.kind === 'cut'
      ? edit('changeRecipe', followed.id, item.join.settings, item.join.cut)
      : edit('changePhraseRecipe', followed.id, item.key);
  return (
    <>
      <p>
        {item.kind === 'cut' ? `Cut ${item.join.cut}` : 'This phrase'} follows “{followed.name}”
        {byHand > 0 ? `, with ${counted(byHand, 'thing')} set by hand.` : ' in everything.'}
        {item.kind === 'cut' && item.join.fitted && ' It is fitted to the room here.'}
      </p>
      {byHand > 0 && (
        <div className="buttons">
          <Button variant="outline-dark" onClick={follow}>
            Follow it again
          </Button>
          <Button variant="outline-dark" onClick={change}>
            Change the recipe to this
          </Button>
        </div>
      )}
    </>
  );
}
