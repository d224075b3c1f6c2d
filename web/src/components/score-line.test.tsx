// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { afterEach, describe, expect, it } from 'vitest';
import { filmOf, scoreLines, type Line } from '@caesura/core/film';
import { instantOfFrame, toNumber } from '@caesura/core/time';
import { layOutSteadily } from '@caesura/core/layout';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { makeStore } from '../app/store.ts';
import { lineItems, onLine, type LineItems } from './line-items.ts';
import { ScoreLine } from './ScoreLine.tsx';

afterEach(cleanup);

const plan = layOutSteadily(samplePlan());
const film = filmOf(plan);
const lines = scoreLines(plan);
const store = makeStore();
const nothing = () => undefined;
const items = new Map(lines.map((line) => [line, lineItems(film, line, plan.rate)]));
const noCuts: readonly number[] = [];

describe('what stands on the lines of a score', () => {
  it('has every cue, and the beginning of every shot, on one line and no other', () => {
    const on = [...items.values()];
    const inFilm = film.cues.filter(({ at }) => {
      const time = toNumber(at);
      return time >= lines[0]!.from && time < lines.at(-1)!.to;
    });
    expect(on.flatMap(({ cues }) => cues)).toEqual(inFilm);
    expect(on.flatMap(({ begin }) => begin)).toEqual(film.shots);
  });

  it('has a shot on each line that shows more of it than half a frame, and on no other', () => {
    const timeOf = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
    for (const [{ from, to }, { shots }] of items)
      for (const shot of film.shots) {
        const shown = Math.min(to, timeOf(shot.end)) - Math.max(from, timeOf(shot.start));
        expect(shots.includes(shot)).toBe(shown > timeOf(1) / 2);
      }
  });
});

/** Renders all lines with the position at a frame, and counts the lines that are drawn again. */
function renderLines(frame: number) {
  let drawn = 0;
  const counted = new Map(
    [...items].map(([line, { cues, ...rest }]): [Line, LineItems] => [
      line,
      {
        ...rest,
        get cues() {
          drawn++;
          return cues;
        },
      },
    ]),
  );
  const tree = (at: number) => (
    <Provider store={store}>
      {lines.map((line) => (
        <ScoreLine
          key={line.from}
          plan={plan}
          line={line}
          items={counted.get(line)!}
          outline={null}
          offset={0}
          position={onLine(line, toNumber(instantOfFrame(at, plan.rate)))}
          selected={null}
          also={noCuts}
          ticks={false}
          onSelect={nothing}
          onHold={nothing}
          onShots={null}
          chosen={noCuts}
        />
      ))}
    </Provider>
  );
  const { rerender } = render(tree(frame));
  return {
    drawnBy: (to: number) => {
      drawn = 0;
      rerender(tree(to));
      return drawn;
    },
  };
}

describe('a line of the score', () => {
  it('gives every cut its button once, named by its frame', () => {
    renderLines(0);
    const named = screen.getAllByRole('button').map((b) => b.getAttribute('aria-label')!);
    expect(named[0]).toBe('Start of the film');
    expect(named.slice(1).map((name) => Number(/frame (\d+)/.exec(name)![1]))).toEqual(
      film.shots.slice(1).map((shot) => shot.start),
    );
  });

  it('is left as it is by a step of one frame, which moves the mark of the position alone', () => {
    const { drawnBy } = renderLines(3);
    const left = () =>
      [...document.querySelectorAll<HTMLElement>('.position')].map((mark) => mark.style.left);
    const percent = (frame: number) =>
      `${(100 * toNumber(instantOfFrame(frame, plan.rate))) / lines[0]!.span}%`;
    expect(left()).toEqual([percent(3)]);
    expect(drawnBy(4)).toBe(0);
    expect(left()).toEqual([percent(4)]);
  });
});
