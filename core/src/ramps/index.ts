export * from './shape.ts';
export * from './solve.ts';
export * from './match.ts';
export * from './slow-patch.ts';
export * from './steps.ts';
export * from './edit-ramps.ts';
export * from './pitch.ts';
