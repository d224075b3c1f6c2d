import { describe, expect, it } from 'vitest';
import { filmOf, joinAt, layersAt } from '../../film/index.ts';
import { picturedSides } from '../../joins/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frames } from '../../time/index.ts';
import { PlanSchema } from '../index.ts';
import { changeJoin, putJoinKeys, setJoinKey, setMove, setWindow } from './edit-joins.ts';
import { putPhraseKeys } from './edit-phrase-keys.ts';
import { addPhrases } from './edit-phrases.ts';

const laidOut = layOutSteadily(samplePlan());

describe('keys that are put on a row in one step', () => {
  it('take the place of those of that row alone', () => {
    const own = setWindow(setMove(laidOut, 3, 'own'), 3, 6, 6);
    const keyed = setJoinKey(setJoinKey(own, 3, { side: 'out', of: 'x', at: -4, value: 0.3 }), 3, {
      side: 'in',
      of: 'x',
      at: 0,
      value: 0.1,
    });
    const put = putJoinKeys(keyed, 3, { side: 'out', of: 'x' }, [
      { at: -6, value: 0, ease: 'ease-in' },
      { at: -1, value: -0.2, ease: 'linear' },
    ]);
    expect(joinAt(put, 3).settings.keys.map(({ side, value }) => [side, value])).toEqual([
      ['out', 0],
      ['out', -0.2],
      ['in', 0.1],
    ]);
    expect(picturedSides(joinAt(put, 3)).out!.at(-1).x).toBe(-0.2);
    expect(() => putJoinKeys(put, 3, { side: 'out', of: 'x' }, [{ at: 3, value: 0 }])).toThrow(
      'not on screen there',
    );
  });

  it('make a phrase one of own keys', () => {
    const plan = addPhrases(laidOut, [{ at: { on: 'frame', frame: frames(30) } }], {
      set: { kind: 'punch-in' },
    });
    const { id } = plan.phrases[0]!;
    const put = putPhraseKeys(plan, id, 'rotation', [
      { at: 0, value: 0 },
      { at: 4, value: 5 },
    ]);
    expect(filmOf(put).phrases[0]!.pictured(4).rotation).toBe(5);
    expect(filmOf(put).phrases[0]!.pictured(4).scale).toBe(
      filmOf(plan).phrases[0]!.pictured(4).scale,
    );
  });
});

describe('the picture on top', () => {
  const hinge = changeJoin(setWindow(setMove(laidOut, 3, 'hinge'), 3, 6, 6), 3, {
    pictures: 'overlap',
  });
  const order = (plan: typeof laidOut) => {
    const film = filmOf(plan);
    return layersAt(film, joinAt(plan, 3).frame).map(({ shot }) => shot);
  };

  it('stays that of a hinge when it gets keys of its own', () => {
    expect(order(hinge)).toEqual([3, 2]);
    const keyed = setJoinKey(hinge, 3, { side: 'out', of: 'blur', at: 0, value: 5 });
    expect(joinAt(keyed, 3).settings.move).toBe('own');
    expect(order(keyed)).toEqual([3, 2]);
    expect(PlanSchema.parse(keyed)).toEqual(keyed);
  });

  it('is chosen for any move', () => {
    expect(order(changeJoin(hinge, 3, { top: 'in' }))).toEqual([2, 3]);
    const zoom = changeJoin(setMove(hinge, 3, 'zoom-through'), 3, { pictures: 'overlap' });
    expect(order(zoom)).toEqual([2, 3]);
    expect(order(changeJoin(zoom, 3, { top: 'out' }))).toEqual([3, 2]);
  });
});
