export { Clock } from './clock.ts';
export { SnakeCase } from './naming.ts';
export { done, refuse, type Outcome, type Refusal } from './outcome.ts';
export { ProblemDto, ProblemException, ProblemFilter, problemOfFields, valueOf } from './problem.ts';
export {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  InstantField,
  NumberField,
  PartField,
  PartsField,
  TextField,
} from './fields.ts';
export { PlatformModule } from './platform.module.ts';
