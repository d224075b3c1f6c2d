import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { usualPlace } from '@caesura/core/edits';
import type { Film } from '@caesura/core/film';
import type { Plan, Recipe } from '@caesura/core/plan';
import { cutsOf, starterRecipes, type CutChoice } from '@caesura/core/recipes';
import { frames } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { TextField } from '../../fields/TextField.tsx';
import type { MoveItem } from './items.ts';
import { OnEach } from './OnEach.tsx';
import { RecipeEditor } from './RecipeEditor.tsx';
import { RecipeFiles } from './RecipeFiles.tsx';
import { RecipeFollowed } from './RecipeFollowed.tsx';
import { RecipePicture } from './RecipePicture.tsx';
import type { Choice } from './use-choice.ts';
import { CUT_CHOICES, MOVE_NAMES, PHRASE_NAMES } from './words.ts';

type Where = CutChoice | 'these';

/** How many cuts or phrases follow a recipe. */
const usesOf = ({ score, phrases }: Plan, { id, for: what }: Recipe): number =>
  what === 'cut'
    ? (score?.shots.filter(({ join }) => join?.recipe === id).length ?? 0)
    : phrases.filter(({ recipe }) => recipe === id).length;

const these = (n: number, word: string) => (n > 1 ? `these ${n} ${word}s` : `this ${word}`);

interface Props {
  readonly film: Film;
  readonly item: MoveItem;
  readonly choice: Choice;
  readonly position: number;
  /** The way that the camera suggests at a cut. */
  readonly wayOfCut: (cut: number) => number | null;
  /** Whether recipes that are put by their keys go to the nearest cue or beat. */
  readonly snaps: boolean;
  readonly onSnaps: (snaps: boolean) => void;
}

/** One recipe: its small moving picture, its name, what it is put on, and itself to be edited. */
function RecipeRow({
  recipe,
  where,
  places,
  ...props
}: Props & { recipe: Recipe; where: Where; places: Readonly<Record<Where, string>> }) {
  const { film, item, choice, position, wayOfCut } = props;
  const edit = useEdit();
  const { plan } = film;
  const [open, setOpen] = useState(false);
  const { id, name, effects = [] } = recipe;
  const kind =
    recipe.for === 'cut'
      ? MOVE_NAMES[recipe.settings.move]
      : `${PHRASE_NAMES[recipe.settings.kind]}, phrase`;
  const place =
    recipe.for === 'cut'
      ? places[where]
      : item.kind === 'phrase'
        ? these(choice.phrases.length, 'phrase')
        : 'the position';
  const put = () => {
    if (recipe.for === 'phrase') {
      if (item.kind === 'phrase') edit('followPhraseRecipe', choice.phrases, id);
      else
        edit('putPhraseRecipe', id, [
          usualPlace(plan, frames(position), { kind: recipe.settings.kind, toCut: false }),
        ]);
      return;
    }
    const here = choice.cuts[0] ?? 1;
    const cuts = where === 'these' ? choice.cuts : cutsOf(plan, where, here as never);
    const ways = cuts.flatMap((c) => (wayOfCut(c) === null ? [] : [[c, wayOfCut(c)!] as const]));
    edit('putRecipe', id, cuts, Object.fromEntries(ways));
  };
  const usable = recipe.for === 'phrase' || where !== 'these' || choice.cuts.length > 0;
  return (
    <li>
      <div className="recipe-head">
        <RecipePicture plan={plan} recipe={recipe} />
        <TextField
          label={kind}
          value={name}
          maxLength={80}
          onCommit={(text) => edit('renameRecipe', id, text)}
        />
      </div>
      <div className="buttons">
        <Button
          variant="outline-dark"
          disabled={!usable}
          onClick={put}
          aria-label={`Put ${name} on ${place}`}
        >
          Put on {place}
        </Button>
        <Button
          variant="link"
          size="sm"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          aria-label={`Edit ${name}`}
        >
          Edit
        </Button>
        <Button
          variant="link"
          size="sm"
          onClick={() => edit('removeRecipe', id)}
          aria-label={`Remove ${name}`}
        >
          Remove
        </Button>
        <span className="figures">{counted(usesOf(plan, recipe), 'use')}</span>
      </div>
      {effects.length > 0 && (
        <small>
          with{' '}
          {effects
            .map(({ effect }) => plan.effectFiles.find((e) => e.id === effect)!.name)
            .join(', ')}
        </small>
      )}
      {open && <RecipeEditor plan={plan} recipe={recipe} />}
      {open && recipe.for === 'phrase' && (
        <OnEach film={film} position={position} recipe={id} settings={{}} />
      )}
    </li>
  );
}

/** Joins and phrases kept for reuse: kept from this one, put on others, changed, in and out. */
export function RecipePanel(props: Props) {
  const { film, item, choice, snaps, onSnaps } = props;
  const edit = useEdit();
  const { plan } = film;
  const [where, setWhere] = useState<Where>('these');
  const places = { these: these(choice.cuts.length, 'cut'), ...CUT_CHOICES };
  const keep = () =>
    item.kind === 'cut'
      ? edit(
          'keepRecipe',
          item.join.cut,
          `${MOVE_NAMES[item.join.settings.move]} of cut ${item.join.cut}`,
        )
      : edit('keepPhraseRecipe', item.key, `${PHRASE_NAMES[item.phrase.settings.kind]}, own`);
  return (
    <>
      {(item.kind === 'phrase' || item.join.join) && (
        <Button variant="outline-dark" onClick={keep}>
          Keep as recipe
        </Button>
      )}
      <RecipeFollowed film={film} item={item} />
      <Form.Check
        type="switch"
        id="keys-snap"
        label="Keys 1 to 9 put phrases on the nearest cue"
        checked={snaps}
        onChange={(event) => onSnaps(event.target.checked)}
      />
      <Choose label="Put on" value={where} of={places} onChoose={setWhere} />
      {plan.recipes.length === 0 && (
        <p>
          No recipes yet. Keep this as one, or{' '}
          <Button
            variant="link"
            size="sm"
            onClick={() => edit('addRecipes', { recipes: starterRecipes(plan), effectFiles: [] })}
          >
            bring in a starter set
          </Button>
        </p>
      )}
      <ul className="recipes">
        {plan.recipes.map((recipe) => (
          <RecipeRow key={recipe.id} {...props} {...{ recipe, where, places }} />
        ))}
      </ul>
      <RecipeFiles plan={plan} />
    </>
  );
}
