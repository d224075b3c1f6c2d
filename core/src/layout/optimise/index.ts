export * from './problem.ts';
export { bestInOrder } from './fixed-order.ts';
export { bestInAnyOrder, usualBreadth, type Breadth } from './free-order.ts';
