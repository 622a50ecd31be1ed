export * from './converters.ts';
export { sandboxHere } from './sandbox.ts';
