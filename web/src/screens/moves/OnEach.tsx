import { Button } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
import type { PhraseSettings } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useEach } from '../../components/use-each.tsx';

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
  const { fields, anchors } = useEach(film, position);
  const put = () => {
    const places = anchors.map((at) => ({ at }));
    if (recipe) edit('putPhraseRecipe', recipe, places);
    else edit('addPhrases', places, { set: settings });
  };
  return (
    <fieldset className="on-each" aria-label="On each">
      {fields}
      <Button variant="outline-dark" disabled={anchors.length === 0} onClick={put}>
        {anchors.length === 0 ? 'None there' : `Put ${counted(anchors.length, 'phrase')}`}
      </Button>
    </fieldset>
  );
}
