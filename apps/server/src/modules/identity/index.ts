export { IdentityModule } from './identity.module.ts';
