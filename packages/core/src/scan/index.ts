export * from './findSheet.ts';
export * from './flatten.ts';
export * from './readable.ts';
export * from './photographed.ts';
