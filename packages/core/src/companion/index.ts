export * from './protocol.ts';
export * from './reading.ts';
export * from './parting.ts';
