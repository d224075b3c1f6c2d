export * from './layers.ts';
