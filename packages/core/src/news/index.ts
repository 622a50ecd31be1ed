export * from './wishes.ts';
export * from './items.ts';
