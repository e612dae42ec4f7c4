export { SoundnessModule } from './soundness.module.ts';
export { saidOf, unsoundRows, type Unsound } from './soundness.ts';
