export { FAULT_AREAS, faultKey, type FaultArea } from './fault.ts';
export { faultsOf, switchFaults } from './faults.ts';
export { knownSum, NOTHING_KNOWN, type Known, type MeasuredMovement } from './known.ts';
export { mendedBy, mendsOf, type Mend } from './mends.ts';
export { FAULT_CODES, faultName, type Fault, type FaultCode } from './registry.ts';
export { framesReport, phraseFramesReport } from './frames-report.ts';
export { checkReport } from './report.ts';
