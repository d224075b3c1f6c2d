export * from './problem.ts';
export { bestInOrder } from './fixed-order.ts';
export { bestInAnyOrder, USUAL_BREADTH, type Breadth } from './free-order.ts';
