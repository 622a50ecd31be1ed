import { Module } from '@nestjs/common';
import { Orphans } from './orphans.ts';

export { Orphans, REMOVE_ORPHANS } from './orphans.ts';

@Module({ providers: [Orphans], exports: [Orphans] })
export class OrphansModule {}
