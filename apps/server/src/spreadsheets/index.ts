export { defused, undefused, wouldRun } from './defuse.ts';
export { csvText, jsonText, streamedCsv, streamedJson } from './streamed.ts';
