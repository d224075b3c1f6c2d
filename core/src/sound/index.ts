export * from './accent-facts.ts';
export * from './anchors.ts';
export * from './edit-accents.ts';
export * from './kit.ts';
export * from './levels.ts';
export * from './measure-effect.ts';
export * from './mix.ts';
export * from './voices.ts';
