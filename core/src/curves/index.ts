export * from './easing.ts';
export * from './area.ts';
export * from './fraction.ts';
export * from './speed-curve.ts';
