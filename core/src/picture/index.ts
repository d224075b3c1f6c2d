export * from './layers.ts';
export * from './report.ts';
