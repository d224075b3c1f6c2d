import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { foundIn } from './found.ts';
import { findingsOf } from '../testing/sound-findings.ts';

describe('what a plan keeps of a hearing', () => {
  const findings = findingsOf(exactAnalysis(120, 8));

  it('is every cue, strength and confidence to a thousandth', () => {
    const exact = {
      ...findings,
      hits: [{ ...findings.hits[0]!, strength: 0.123456, confidence: 0.98765 }],
    };
    const found = foundIn(exact);
    expect(found.hits).toEqual([{ at: 22050, strength: 0.123, confidence: 0.988 }]);
    expect(found.onsets).toEqual(findings.onsets);
    expect(found.pauses).toEqual(findings.pauses);
    expect(found.rises).toEqual(findings.rises);
  });

  it('is loudness to a tenth and one value a second, null for silence', () => {
    const shortTerm = Array.from({ length: 25 }, (_, i) => (i === 10 ? -Infinity : -20 - i / 100));
    const { loudness } = foundIn({ ...findings, loudness: { ...findings.loudness, shortTerm } });
    expect(loudness).toEqual({
      integrated: -14.1,
      momentaryMaximum: -9,
      shortTermMaximum: null,
      shortTerm: [-20, null, -20.2],
    });
  });
});
