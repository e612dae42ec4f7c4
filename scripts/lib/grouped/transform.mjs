import swcJest from '@swc/jest';
import { inRoot } from '../run.mjs';

const RECORDER = inRoot('scripts/lib/grouped/recorder.mjs');

/** SWC for Jest; the test files of a group take Jest's globals from the recorder. */
export default {
  createTransformer(options) {
    const inner = swcJest.createTransformer(options);
    const recorded = (source, file) =>
      /\.test\.tsx?$/.test(file) ? source.replaceAll(/'@jest\/globals'/g, `'${RECORDER}'`) : source;
    return {
      canInstrument: false,
      getCacheKey: (source, file, context) => inner.getCacheKey(recorded(source, file), file, context),
      process: (source, file, context) => inner.process(recorded(source, file), file, context),
      processAsync: (source, file, context) => inner.processAsync(recorded(source, file), file, context),
    };
  },
};
