export {
  AccessGuard,
  ActorInterceptor,
  Public,
  Identifier,
  RequireRole,
  Operations,
  ROLES,
  SCOPES,
  actAs,
  actorOf,
  atLeast,
  currentActor,
  currentPerson,
  type Actor,
  type KeyActor,
  type PersonActor,
  type ProgramActor,
  type Role,
  type Scope,
} from './access/index.ts';
export { TakesBytes, TakesStream } from './body.guard.ts';
export { CURSOR_MAX, cursorAt, placeAt } from './cursor.ts';
export { Clock } from './clock.ts';
export { idTaken, staleVersion } from './common-refusals.ts';
export { ENTERED_BY, enteredByActor } from './entered-by.ts';
export { sameContent } from './same-content.ts';
export { bestNamed, keysFor } from './named.ts';
export { SHOP_ZONE, dayOf, machineZone, shopClock, shopZone, zoneIn } from './shop-zone.ts';
export { SnakeCase } from './naming.ts';
export { ok, fail, type Result, type Refusal } from './result.ts';
export { ProblemDto, ProblemException, ProblemFilter, problemOf, problemOfFields, valueOf } from './problem.ts';
export {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  InstantField,
  NameField,
  NumberField,
  NumbersField,
  NestedField,
  NestedListField,
  TextField,
  TextsField,
  YearDayField,
  LocaleField,
  ZoneField,
} from './fields.ts';
export { KindField, ONE_OF_MODELS, OneOfField, OneOfListField } from './one-of.ts';
export { fileOf } from './file-of.ts';
export { PlatformModule } from './platform.module.ts';
export { DomainEvent, DomainEvents, OnDomainEvent } from './domain-events.ts';
export { AuditedTransaction, oneOfSeveral } from './audited-transaction.ts';
export { Facts, plainFacts, type FactSource } from './facts.ts';
export { Reads } from './reads.ts';
export { poolOf } from './pool.ts';
export { prepared, preparedRows } from './prepared.ts';
export { Batcher } from './batcher.ts';
export { bareArray } from './bare-array.ts';
export { inWorker, workerScript } from './in-worker.ts';
export { KeyedSemaphore } from './keyed-semaphore.ts';
export { Semaphore } from './semaphore.ts';
export { SingleFlight } from './single-flight.ts';
export { Notices } from './notices.ts';
export { inSlices } from './in-slices.ts';
export { grouped } from './grouped.ts';
