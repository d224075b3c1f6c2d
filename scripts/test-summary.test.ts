import { describe, expect, it } from 'vitest';
import { testSummary } from './test-summary.mjs';

const unit = (passed: number, failed: number, suites = 0) =>
  JSON.stringify({ numPassedTests: passed, numFailedTests: failed, numFailedTestSuites: suites });
const browser = (expected: number, unexpected: number, flaky = 0) =>
  JSON.stringify({ stats: { expected, unexpected, flaky } });

describe('test summary', () => {
  it('adds both runners', () =>
    expect(testSummary(unit(10, 1, 1), browser(4, 2, 1))).toEqual({ passed: 15, failed: 3 }));
  it('counts a suite that would not load', () =>
    expect(testSummary(unit(10, 0, 1), browser(4, 0))).toEqual({ passed: 14, failed: 1 }));
  it('counts a runner that left no report', () =>
    expect(testSummary(unit(10, 0), '')).toEqual({ passed: 10, failed: 1 }));
});
