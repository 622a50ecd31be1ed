export { CompanionsModule } from './companions.module.ts';
export { COMPANION_PATH, CompanionSocket } from './companionSocket.ts';
