/**
 * Counts passed and failed tests from the JSON reports of the unit tests (Vitest) and the browser tests (Playwright).
 * A missing or broken report counts as one failure.
 */
export function testSummary(unitReport, browserReport) {
  const read = (text) => {
    try {
      return JSON.parse(text);
    } catch {
      return null;
    }
  };
  const unit = read(unitReport);
  const browser = read(browserReport)?.stats;
  return {
    passed: (unit?.numPassedTests ?? 0) + (browser ? browser.expected + browser.flaky : 0),
    failed:
      (unit
        ? unit.numFailedTests + (unit.numFailedTestSuites && !unit.numFailedTests ? 1 : 0)
        : 1) + (browser ? browser.unexpected : 1),
  };
}
