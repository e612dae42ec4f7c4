export { NewPersonDto, PersonDto, personDto } from './person.dto.ts';
export { PersonEntity, ShopEntity, type ShopKind } from './person.entity.ts';
export { Belongings, type Belonging } from './belongings.ts';
export { PeopleModule } from './people.module.ts';
export { PeopleService, hashes, wrongSecrets } from './people.service.ts';
export { demoSecrets, noSuchPerson } from './refusals.ts';
export { AccessWithdrawn } from './access-withdrawn.ts';
