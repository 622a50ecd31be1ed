import { randomUUID } from 'node:crypto';

/** The header of an act that is done once: a new one for each. */
export const onceKey = () => ({ 'Idempotency-Key': randomUUID() });
