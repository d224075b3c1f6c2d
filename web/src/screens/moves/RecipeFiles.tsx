import { useRef } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { readRecipes, recipeFile } from '@caesura/core/recipes';
import { download } from '../../app/download.ts';
import { useEdit } from '../../app/hooks.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Recipes saved as a file, and brought in from one. */
export function RecipeFiles({ plan }: { plan: Plan }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const file = useRef<HTMLInputElement>(null);
  const bringIn = async (chosen: File) => {
    try {
      edit('addRecipes', readRecipes(await chosen.text()));
    } catch (error) {
      dispatch(problem(error));
    }
  };
  return (
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
          const input = event.target as HTMLInputElement;
          const chosen = input.files?.[0];
          if (chosen) void bringIn(chosen);
          input.value = '';
        }}
      />
    </div>
  );
}
