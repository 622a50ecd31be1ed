export { GuardiansModule } from './guardians.module.ts';
