export * from './endInOrder.ts';
