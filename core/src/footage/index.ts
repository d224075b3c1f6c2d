export * from './rate-of-timestamps.ts';
