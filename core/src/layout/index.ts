export * from './pace.ts';
export * from './steady-cuts.ts';
export * from './assign-clips.ts';
export * from './steady-layout.ts';
export * from './request.ts';
