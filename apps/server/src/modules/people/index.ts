export { PeopleModule } from './people.module.ts';
export { SessionHand } from './sessionHand.ts';
export { PasswordsService } from './passwords.service.ts';
export { PeopleService } from './people.service.ts';
export { firstKeeperWords } from './firstWords.ts';
export { NewPersonDto, PersonDto, RosterPersonDto, rosterPersonDto } from './people.controller.ts';
export type { PersonEntity as PersonRow } from './person.entity.ts';
export { AccommodationsService, type Needs } from './accommodations.service.ts';
export { NeedsDto } from './look.controller.ts';
