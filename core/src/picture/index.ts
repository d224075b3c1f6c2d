export * from './heard.ts';
export * from './layers.ts';
export * from './report.ts';
export * from './versions.ts';
