export function testSummary(
  unitReport: string,
  browserReport: string,
): { passed: number; failed: number };
