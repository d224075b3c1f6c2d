export { FAULT_CODES, FAULT_NAMES, type Fault, type FaultCode } from './fault.ts';
export { faultsOf, switchFaults } from './faults.ts';
export type { MeasuredMovement } from './join-faults.ts';
export { type Known, NOTHING_KNOWN, knownSum } from './known.ts';
export { mendsOf } from './mends.ts';
export { checkReport, framesReport } from './report.ts';
