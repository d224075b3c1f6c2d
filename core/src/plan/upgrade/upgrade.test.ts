import { describe, expect, it } from 'vitest';
import { correctedBeats } from '../../film/index.ts';
import { readRecipes } from '../../recipes/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { putHit } from '../edits/edit-effects.ts';
import { keepRecipe } from '../../recipes/index.ts';
import { setMove } from '../edits/edit-joins.ts';
import { planWithKit } from '../../testing/plan-with-effects.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import type { Plan } from '../index.ts';
import { readPlan } from './read-plan.ts';

type Json = Record<string, unknown>;

/** A plan as version 2 kept it: other names for effects, their files and the colour of sounds. */
function asVersion2({ version: _now, effectFiles, effects, recipes, music, ...rest }: Plan): Json {
  const { chromaAndTimbre, ...sound } = music!;
  return {
    ...rest,
    form: 2,
    music: { ...sound, texture: chromaAndTimbre },
    effects: effectFiles,
    accents: effects,
    recipes: recipes.map(({ effects: own, ...recipe }) => ({
      ...recipe,
      ...(own && { accents: own }),
    })),
    quiet: ['accent-long', 'soft'],
  };
}

/** A plan as version 1 kept it: one music, corrected by a level and a shift. */
function asVersion1({ version: _now, music, ...rest }: Plan): Json {
  const { media, fileName, outline, analysis, region } = music!;
  const corrections = { level: -1, downbeatShift: 2 };
  const { sounds: _sounds, effectFiles: _files, effects: _effects, ...first } = rest;
  return { ...first, form: 1, music: { media, fileName, outline, analysis, region, corrections } };
}

describe('a plan of version 1', () => {
  it('is read with its corrections, beats and region', () => {
    const saved = samplePlan();
    const plan = readPlan(asVersion1(saved));
    expect(plan).toMatchObject({ version: 4, sounds: [], effectFiles: [], effects: [] });
    expect(plan.music).toMatchObject({ kind: 'music', place: 0, region: saved.music!.region });
    expect(correctedBeats(plan.music!).beats).toHaveLength(48);
    expect(plan.music!.corrections).toEqual([
      { do: 'halve' },
      { do: 'downbeat', at: saved.music!.analysis.beats[2]!.at },
    ]);
    const silent = readPlan({ ...asVersion1(saved), music: null });
    expect(silent).toMatchObject({ version: 4, music: null, sounds: [] });
  });
});

describe('a plan of version 2', () => {
  const plan = planWithKit();
  const made = keepRecipe(
    putHit(setMove(layOutSteadily(plan), 2, 'zoom-through'), plan.effectFiles[0]!.id, 2),
    2,
    'With a sound',
  );

  it('is read with its effects, their files, its recipes and the kinds that are not told', () => {
    const saved = { ...made, quiet: ['effect-long', 'soft'] };
    expect(made.recipes[0]!.effects).toHaveLength(1);
    expect(readPlan(JSON.parse(JSON.stringify(asVersion2(saved))))).toEqual(
      readPlan(JSON.parse(JSON.stringify(saved))),
    );
  });

  it('has recipes whose files are read, too', () => {
    const { effects, ...recipe } = made.recipes[0]!;
    const { id: _own, ...kept } = recipe;
    const file = { recipes: [{ ...kept, accents: effects }], effects: made.effectFiles };
    const read = readRecipes(JSON.stringify(file));
    expect(read.recipes[0]!.effects).toEqual(effects);
    expect(read.effectFiles).toEqual(made.effectFiles);
  });
});

describe('what is no plan', () => {
  it.each([null, 3, 'plan', [], {}, { form: 3 }, { version: 2 }, { form: 2 }])(
    'is refused: %j',
    (json) => {
      expect(() => readPlan(json)).toThrow('This is not a plan');
    },
  );
});
