import { spanFrames } from '@caesura/core/film';
import type { JoinSettings, PhraseSettings, Plan, Recipe, Span } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { EasingField } from '../../fields/EasingField.tsx';
import { LookFields } from './LookFields.tsx';
import { Mirrored } from './Mirrored.tsx';
import { SpanField } from './SpanField.tsx';

const KEYS: Readonly<Record<string, string>> = {
  none: 'none',
  ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [`${i + 1}`, `${i + 1}`])),
};

/** A recipe itself: what its uses follow in all that was not set by hand at them. */
export function RecipeEditor({ plan, recipe }: { plan: Plan; recipe: Recipe }) {
  const edit = useEdit();
  const set = (change: Partial<JoinSettings> | Partial<PhraseSettings>) =>
    edit('editRecipe', recipe.id, change);
  const span = (label: string, value: Span, take: (span: Span) => boolean) => (
    <SpanField
      label={label}
      span={value}
      frames={spanFrames(value, plan).frames}
      plan={plan}
      onCommit={take}
    />
  );
  const { settings } = recipe;
  return (
    <div className="recipe-editor" role="group" aria-label={`The recipe ${recipe.name}`}>
      <Choose
        label="Its key"
        value={recipe.favourite === undefined ? 'none' : `${recipe.favourite}`}
        of={KEYS}
        onChoose={(key) => edit('setFavourite', recipe.id, key === 'none' ? null : Number(key))}
      />
      {recipe.for === 'cut' ? (
        <>
          {span('Before', recipe.settings.before, (before) => set({ before }))}
          {span('After', recipe.settings.after, (after) => set({ after }))}
          <Mirrored
            settings={recipe.settings}
            {...{ set }}
            of="peak"
            label="Peak scale"
            unit="%"
            least={5}
            most={2000}
            times={100}
            by={10}
          />
          <Mirrored
            settings={recipe.settings}
            {...{ set }}
            of="blur"
            label="Blur"
            unit="px"
            most={2000}
            times={1}
          />
        </>
      ) : (
        <>
          {span('In', recipe.settings.in, (to) => set({ in: to }))}
          {span('Hold', recipe.settings.hold, (hold) => set({ hold }))}
          {span('Out', recipe.settings.out, (out) => set({ out }))}
          <NumberField
            label="Scale"
            value={recipe.settings.scale * 100}
            unit="%"
            least={5}
            most={2000}
            by={5}
            onCommit={(value) => set({ scale: value / 100 })}
          />
          <NumberField
            label="Flash"
            value={recipe.settings.flash * 100}
            unit="%"
            least={0}
            most={100}
            by={5}
            onCommit={(value) => set({ flash: value / 100 })}
          />
        </>
      )}
      <EasingField
        label="Easing out"
        value={settings.easeOut}
        onCommit={(easeOut) => set({ easeOut })}
      />
      <EasingField
        label="Easing in"
        value={settings.easeIn}
        onCommit={(easeIn) => set({ easeIn })}
      />
      <LookFields plan={plan} look={settings} set={set} />
    </div>
  );
}
