import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
import { cutAnchors } from '@caesura/core/edits';
import type { Anchor, EffectPlacement } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import type { MoveItem } from './items.ts';
import type { Choice } from './use-choice.ts';

/** Whether an effect is tied to the cut or to the phrase of an item. */
const isAt = (item: MoveItem, placement: EffectPlacement): boolean => {
  if (placement.kind === 'bed') return false;
  const { at } = placement;
  return item.kind === 'phrase'
    ? at.on === 'phrase' && at.phrase === item.key
    : at.on === 'cut' && at.shot === item.join.into.shot.id;
};

/** The effects that sound on the open item; one more is put on everything that is chosen. */
export function EffectsHere({
  film,
  item,
  choice,
}: {
  film: Film;
  item: MoveItem;
  choice: Choice;
}) {
  const edit = useEdit();
  const id = useId();
  const { effectFiles } = film.plan;
  if (effectFiles.length === 0) return null;
  const here = film.effects.filter(({ placement }) => isAt(item, placement));
  const put = (effect: string) => {
    if (effect === '') return;
    const anchors: Anchor[] =
      item.kind === 'phrase'
        ? choice.phrases.map((phrase) => ({ on: 'phrase', phrase, by: 0 }))
        : choice.cuts.flatMap((cut) => cutAnchors(film.plan, cut, cut));
    edit('putHits', effect, anchors);
  };
  return (
    <section aria-label="Sounds with it">
      <h3>Sounds with it</h3>
      {here.map(({ placement, effect }) => (
        <div key={placement.id} className="field">
          <span>{effect.name}</span>
          <Button
            variant="link"
            size="sm"
            aria-label={`Take out ${effect.name}`}
            onClick={() => edit('removeEffects', [placement.id])}
          >
            Take out
          </Button>
        </div>
      ))}
      <Form.Select
        id={id}
        aria-label="Put a sound on it"
        value=""
        onChange={(event) => put(event.target.value)}
      >
        <option value="">Put a sound on it…</option>
        {effectFiles.map((effect) => (
          <option key={effect.id} value={effect.id}>
            {effect.name}
          </option>
        ))}
      </Form.Select>
    </section>
  );
}
