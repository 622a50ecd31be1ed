export { sendKeptParts } from './keptParts.ts';
