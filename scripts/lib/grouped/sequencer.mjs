import { createRequire } from 'node:module';

// Jest's default sequencer needs `require`.
const { default: Sequencer } = createRequire(import.meta.url)('@jest/test-sequencer');

/** The longest first: server, then components, then the rest. */
const ORDER = ['server', 'components', 'web', 'core', 'scripts'];
const rank = ({ context }) => ORDER.indexOf(context.config.displayName?.name);

export default class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b) || a.path.localeCompare(b.path));
  }
}
