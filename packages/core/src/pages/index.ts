export * from './size.ts';
export * from './page.ts';
export * from './backdrop.ts';
export * from './placed.ts';
export * from './emptyCorner.ts';
export * from './speaking.ts';
export * from './pageRecord.ts';
export * from './words.ts';
