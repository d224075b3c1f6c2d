export * from './fault.ts';
export * from './faults.ts';
export * from './known.ts';
export * from './mends.ts';
export type { SeenMovement } from './join-faults.ts';
