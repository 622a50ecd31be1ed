import { Injectable } from '@nestjs/common';
import { CompanionCodes } from './companionCodes.ts';

/** The open rooms that devices can join. */
@Injectable()
export class CompanionsService extends CompanionCodes {
  constructor() {
    super();
  }
}
