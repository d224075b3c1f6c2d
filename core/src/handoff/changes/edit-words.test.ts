import { expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { nudgeCut, splitShot } from '../../plan/edits/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frames } from '../../time/index.ts';
import { editWords } from './edit-words.ts';

const plan = layOutSteadily(samplePlan());
const { shots } = filmOf(plan);

it('says where a cut is now, and how long the shots beside it are', () => {
  const moved = nudgeCut(plan, 3, 2);
  const [out, into] = [shots[2]!.length + 2, shots[3]!.length - 2];
  // Two frames off its beat it is near it.
  expect(editWords(plan, moved)).toMatch(
    new RegExp(
      `^Cut 3 to near bar \\d+ beat \\d, frame ${shots[3]!.start + 2}; shots 3 and 4 now ${out} and ${into} frames\\.$`,
    ),
  );
  expect(editWords(moved, plan)).toMatch(/^Cut 3 to bar \d+ beat \d, frame /);
});

it('counts cuts that are moved together, and tells a few changes one by one', () => {
  const both = nudgeCut(nudgeCut(plan, 3, 1), 4, 1);
  expect(editWords(plan, both)).toBe('Cuts 3 to 4: 2 cuts moved 1 frame later.');
  const split = splitShot(plan, frames(shots[2]!.start + 5));
  expect(editWords(plan, split)).toMatch(/^Shot 3 .*is new|^Shot \d+ is new|Shot \d+ lasts/);
  expect(editWords(plan, plan)).toBe('');
});
