export { BACKDROPS, type BackdropOffer } from './backdrops.ts';
