export { EvidenceModule } from './evidence.module.ts';
