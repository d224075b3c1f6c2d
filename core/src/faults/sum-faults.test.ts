import { describe, expect, it } from 'vitest';
import type { Plan } from '../plan/index.ts';
import { changeEffect, putHit } from '../plan/edits/edit-effects.ts';
import { sumFor, sumOf } from '../sound/index.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';
import { seconds } from '../time/index.ts';
import { faultsOf } from './faults.ts';
import { NOTHING_KNOWN } from './known.ts';
import { mendsOf } from './mends.ts';

describe('a sum that clips', () => {
  const plan = [2, 5].reduce<Plan>((made, cut) => putHit(made, kitEffect(made, 'thump').id, cut), {
    ...planWithKit(),
    music: null,
    sounds: [],
  });
  const of = sumOf(plan);
  const codes = (made: Plan, top: number) =>
    faultsOf(made, {
      ...NOTHING_KNOWN,
      sum: { top, topAt: seconds(1.5), truePeak: top + 0.2, loudness: -12, of, silent: [] },
    }).map(({ code }) => code);

  it('is a fault where it was measured of what sounds, and only there', () => {
    expect(codes(plan, 1.24)).toContain('sum-clips');
    expect(codes(plan, -0.1)).not.toContain('sum-clips');
    expect(codes(changeEffect(plan, plan.effects[0]!.id, { gain: -30 }), 1.24)).not.toContain(
      'sum-clips',
    );
    expect(faultsOf(plan).map(({ code }) => code)).not.toContain('sum-clips');
  });

  it('is mended by turning everything down, to a decibel under full scale', () => {
    const known = {
      ...NOTHING_KNOWN,
      sum: { top: 1.24, topAt: seconds(1.5), truePeak: 1.5, loudness: -12, of, silent: [] },
    };
    const fault = faultsOf(plan, known).find(({ code }) => code === 'sum-clips')!;
    expect(fault).toMatchObject({
      frame: 36,
      message: 'All sounds together go 1.2 dB over full scale.',
    });
    const mends = mendsOf(plan, fault, known);
    expect(mends.map(({ label }) => label)).toEqual(['Turn everything down by 2.3 dB']);
    expect(sumFor(mends[0]!.plan, known.sum)!.top).toBeCloseTo(-1.06, 9);
  });
});
