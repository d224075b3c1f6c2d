// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { afterEach, describe, expect, it } from 'vitest';
import { faultsOf, type Fault } from '@caesura/core/faults';
import { layOutSteadily } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { FaultsContext } from '../app/faults.ts';
import type { Mender } from '../app/mender.ts';
import { makeStore } from '../app/store.ts';
import { FaultMends } from './FaultMends.tsx';

afterEach(cleanup);

const laidOut = layOutSteadily(samplePlan());
/** The target was changed after the film was laid out. */
const plan: Plan = { ...laidOut, target: frames(laidOut.target + 1) };
const fault: Fault = faultsOf(plan)[0]!;

/** Shows a fault with a mender that answers when told to. */
function shown() {
  const asked: Plan[] = [];
  let answer: (labels: readonly string[]) => void = () => undefined;
  const mender: Mender = {
    mends: (of) => {
      asked.push(of);
      return new Promise((resolve) => (answer = resolve));
    },
    stop: () => undefined,
  };
  const faults = {
    all: [fault],
    measuredOf: () => null,
    sum: null,
    tellSum: () => undefined,
    mender,
  };
  render(
    <Provider store={makeStore()}>
      <FaultsContext value={faults}>
        <FaultMends plan={plan} fault={fault} />
      </FaultsContext>
    </Provider>,
  );
  return { asked, answer: (labels: readonly string[]) => act(async () => answer(labels)) };
}

describe('a fault with its mends', () => {
  it('says what helps in words until the mends are tried, asked for once', () => {
    const { asked } = shown();
    expect(document.body.textContent).toContain(fault.message);
    expect(document.body.textContent).toContain(fault.mend);
    expect(screen.queryAllByRole('button')).toEqual([]);
    expect(asked).toEqual([plan]);
  });

  it('then has a button for each mend that holds, in place of the words', async () => {
    const { answer } = shown();
    await answer(['Make it shorter', 'Take it out']);
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual([
      'Make it shorter',
      'Take it out',
    ]);
    expect(document.body.textContent).not.toContain(fault.mend);
  });

  it('keeps the words where no mend holds', async () => {
    const { answer } = shown();
    await answer([]);
    expect(screen.queryAllByRole('button')).toEqual([]);
    expect(document.body.textContent).toContain(fault.mend);
  });
});
