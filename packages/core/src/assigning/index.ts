export * from './limits.ts';
export * from './whom.ts';
export * from './lessons.ts';
export * from './sentence.ts';
export * from './words.ts';
export * from './nextStep.ts';
