export { CompanionsModule } from './companions.module.ts';
export { COMPANION_PATH, CompanionsGateway } from './companions.gateway.ts';
export { CompanionRooms } from './companionRooms.service.ts';
