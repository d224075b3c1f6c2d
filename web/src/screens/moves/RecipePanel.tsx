import { cutsOf, type CutChoice } from '@caesura/core/recipes';
import type { JoinFacts } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { effectsByHand, readRecipes, recipeFile, starterRecipes } from '@caesura/core/recipes';
import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { download } from '../../app/download.ts';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Choose } from '../../fields/Choose.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { CUT_CHOICES, MOVE_NAMES } from './words.ts';

const WHERE: Readonly<Record<CutChoice | 'this', string>> = { this: 'this cut', ...CUT_CHOICES };

/** Joins kept for reuse: kept from this cut, put on others, changed, brought in and out. */
export function RecipePanel({
  plan,
  facts,
  wayOfCut,
}: {
  plan: Plan;
  facts: JoinFacts;
  /** The way that the camera suggests at a cut. */
  wayOfCut: (cut: number) => number | null;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const [where, setWhere] = useState<CutChoice | 'this'>('this');
  const file = useRef<HTMLInputElement>(null);
  const { cut, join, settings } = facts;
  const followed = plan.recipes.find((r) => r.id === join?.recipe);
  const byHand = Object.keys(join?.set ?? {}).length + (effectsByHand(plan, cut) ? 1 : 0);
  const put = (id: string) => {
    const cuts = where === 'this' ? [cut] : cutsOf(plan, where, cut);
    const ways = Object.fromEntries(
      cuts.flatMap((c) => (wayOfCut(c) === null ? [] : [[c, wayOfCut(c)!]])),
    );
    edit('putRecipe', id, cuts, ways);
  };
  const bringIn = async (chosen: File) => {
    try {
      edit('addRecipes', readRecipes(await chosen.text()));
    } catch (error) {
      dispatch(problem(error));
    }
  };
  return (
    <>
      {join && (
        <Button
          variant="outline-dark"
          onClick={() => edit('keepRecipe', cut, `${MOVE_NAMES[settings.move]} of cut ${cut}`)}
        >
          Keep as recipe
        </Button>
      )}
      {followed && (
        <p>
          Cut {cut} follows “{followed.name}”
          {byHand > 0 ? `, with ${counted(byHand, 'thing')} set by hand.` : ' in everything.'}
          {facts.fitted && ' It is fitted to the room here.'}
        </p>
      )}
      {followed && byHand > 0 && (
        <div className="buttons">
          <Button variant="outline-dark" onClick={() => edit('followRecipe', cut)}>
            Follow it again
          </Button>
          <Button
            variant="outline-dark"
            onClick={() => edit('changeRecipe', followed.id, settings, cut)}
          >
            Change the recipe to this
          </Button>
        </div>
      )}
      <Choose label="Put on" value={where} of={WHERE} onChoose={setWhere} />
      {plan.recipes.length === 0 && (
        <p>
          No recipes yet. Keep this join as one, or{' '}
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
        {plan.recipes.map(({ id, name, settings: own, effects = [] }) => {
          const uses = plan.score?.shots.filter((s) => s.join?.recipe === id).length ?? 0;
          return (
            <li key={id}>
              <TextField
                label={'move' in own ? MOVE_NAMES[own.move] : own.kind}
                value={name}
                maxLength={80}
                onCommit={(text) => edit('renameRecipe', id, text)}
              />
              <div className="buttons">
                <Button
                  variant="outline-dark"
                  onClick={() => put(id)}
                  aria-label={`Put ${name} on ${WHERE[where]}`}
                >
                  Put on {WHERE[where]}
                </Button>
                <Button
                  variant="link"
                  size="sm"
                  onClick={() => edit('removeRecipe', id)}
                  aria-label={`Remove ${name}`}
                >
                  Remove
                </Button>
                <span className="figures">{counted(uses, 'use')}</span>
              </div>
              {effects.length > 0 && (
                <small>
                  with{' '}
                  {effects
                    .map(({ effect }) => plan.effectFiles.find((e) => e.id === effect)!.name)
                    .join(', ')}
                </small>
              )}
            </li>
          );
        })}
      </ul>
      <div className="buttons">
        {plan.recipes.length > 0 && (
          <Button
            variant="outline-dark"
            onClick={() => download('recipes.json', recipeFile(plan), 'application/json')}
          >
            Save as file
          </Button>
        )}
        <Button variant="outline-dark" onClick={() => file.current?.click()}>
          From a file
        </Button>
        <Form.Control
          ref={file}
          type="file"
          accept="application/json,.json"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="Recipe file"
          onChange={(event) => {
            const chosen = (event.target as HTMLInputElement).files?.[0];
            if (chosen) void bringIn(chosen);
            (event.target as HTMLInputElement).value = '';
          }}
        />
      </div>
    </>
  );
}
