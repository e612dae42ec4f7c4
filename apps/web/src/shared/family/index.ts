export { gapSetting, hasLock } from './gap-setting.ts';
