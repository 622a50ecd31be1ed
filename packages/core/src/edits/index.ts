export * from './editList.ts';
export * from './history.ts';
export * from './programme.ts';
export * from './cutting.ts';
