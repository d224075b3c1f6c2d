export * from './easing.ts';
export * from './area.ts';
export * from './speed-curve.ts';
