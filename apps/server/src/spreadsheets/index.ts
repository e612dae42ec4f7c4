export { defused, undefused, wouldRun } from './defuse.ts';
export { streamedCsv, streamedJson } from './streamed.ts';
