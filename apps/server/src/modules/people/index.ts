export { PeopleModule } from './people.module.ts';
export { PeopleService } from './people.service.ts';
export { PersonDto } from './people.controller.ts';
